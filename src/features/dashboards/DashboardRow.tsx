'use client';
/** One dashboard in the list: its picture, what it shows now, and what can be done with it. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { overviewSchema, type DashboardEntry, type DashboardOverview } from '../../contract/dashboards';
import { plural } from '../../core/locale';
import { tagsFrom } from '../../core/dashboard/document/tags';
import { MenuButton } from '../ui/MenuButton';
import { momentWords } from '../ui/moment';
import { requestAs } from '../ui/request';
import { setFavourite } from '../ui/visited';
import { LayoutPicture } from './LayoutPicture';
import { useInView } from './useInView';

export interface DashboardRowProps {
  readonly entry: DashboardEntry;
  /** Whether there is room for a name and what is shown, one under the other, only. */
  readonly isOneColumn: boolean;
  readonly isFavourite: boolean;
  /** When it was opened last (ISO 8601). */
  readonly opened: string | undefined;
  readonly onRename: (title: string) => void;
  readonly onTags: (tags: readonly string[]) => void;
  readonly onDuplicate: () => void;
  readonly onRemove: () => void;
  readonly onTag: (tag: string) => void;
}

/** What is typed in the row: a new name, or tags with commas between. */
interface Draft {
  readonly of: 'name' | 'tags';
  readonly text: string;
}

/** "3 visuals, 2 controls, 4 pages" */
const sizeWords = ({ visuals, controls, pages }: DashboardEntry) =>
  [
    plural(visuals, 'visual'),
    plural(controls, 'control'),
    ...(pages > 1 ? [plural(pages, 'page')] : []),
  ].join(', ');

export function DashboardRow({
  entry,
  isOneColumn,
  isFavourite,
  opened,
  onRename,
  onTags,
  onDuplicate,
  onRemove,
  onTag,
}: DashboardRowProps) {
  const { id, title, tags } = entry;
  const [draft, setDraft] = useState<Draft | null>(null);
  const [ref, isSeen] = useInView<HTMLTableRowElement>();
  const overview = useQuery({
    queryKey: ['overview', id, entry.revision],
    queryFn: () => requestAs(overviewSchema, `/api/dashboards/${id}/overview`),
    enabled: isSeen && entry.problem === null,
    staleTime: 60_000,
    retry: false,
  });
  const done = () => {
    if (!draft) return;
    const text = draft.text.trim();
    if (draft.of === 'tags') onTags(tagsFrom(text));
    else if (text !== '' && text !== title) onRename(text.slice(0, 200));
    setDraft(null);
  };
  const changes = [
    ['Rename', () => setDraft({ of: 'name', text: title })],
    ['Tags', () => setDraft({ of: 'tags', text: tags.join(', ') })],
    ['Duplicate', onDuplicate],
  ] as const;
  const now = <Now overview={overview.data} problem={entry.problem ?? overview.error?.message} />;
  return (
    <TableRow ref={ref} hover sx={{ verticalAlign: 'top' }}>
      {!isOneColumn && (
        <TableCell sx={{ width: 128 }}>
          <Link href={`/dashboards/${id}`} tabIndex={-1} aria-hidden="true">
            <LayoutPicture layout={entry.layout} />
          </Link>
        </TableCell>
      )}
      <TableCell>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
          <FavouriteButton id={id} title={title} isFavourite={isFavourite} />
          {draft ? (
            <DraftField draft={draft} title={title} onDraft={setDraft} onDone={done} />
          ) : (
            <Link href={`/dashboards/${id}`} style={{ color: 'inherit', fontWeight: 650, fontSize: 15 }}>
              {title}
            </Link>
          )}
        </Box>
        <Typography variant="body2" color="textSecondary">
          {entry.problem === null && sizeWords(entry)}
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap', mt: 0.5 }}>
          {tags.map((tag) => (
            <Chip key={tag} size="small" variant="outlined" label={tag} onClick={() => onTag(tag)} />
          ))}
        </Box>
        {isOneColumn && now}
      </TableCell>
      {!isOneColumn && (
        <>
          <TableCell sx={{ maxWidth: 360 }}>{now}</TableCell>
          <TableCell sx={{ color: 'text.secondary', fontSize: 12 }}>
            {opened !== undefined && <div>opened {momentWords(opened)}</div>}
            <div>changed {momentWords(entry.updatedAt)}</div>
            <div>revision {entry.revision}</div>
          </TableCell>
        </>
      )}
      <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
        <RowMenu title={title} entries={[...(entry.problem === null ? changes : []), ['Delete', onRemove]]} />
      </TableCell>
    </TableRow>
  );
}

/** Keeps a dashboard among this browser's favourites, or no longer. */
function FavouriteButton({ id, title, isFavourite }: { id: number; title: string; isFavourite: boolean }) {
  return (
    <Button
      onClick={() => setFavourite(id, !isFavourite)}
      aria-pressed={isFavourite}
      aria-label={`Favourite: ${title}`}
      title={isFavourite ? 'No longer a favourite' : 'Make it a favourite'}
      sx={{ minWidth: 24, p: 0, color: isFavourite ? 'time.main' : 'text.secondary' }}
    >
      <svg width="14" height="16" aria-hidden="true">
        <path
          d="M2 1.5H12V14L7 10.5L2 14Z"
          fill={isFavourite ? 'currentColor' : 'none'}
          stroke="currentColor"
          strokeWidth="1.5"
        />
      </svg>
    </Button>
  );
}

/** Where a new name or the tags are typed; Enter and leaving it end that, Esc leaves all as it was. */
function DraftField({
  draft,
  title,
  onDraft,
  onDone,
}: {
  draft: Draft;
  title: string;
  onDraft: (draft: Draft | null) => void;
  onDone: () => void;
}) {
  return (
    <InputBase
      autoFocus
      value={draft.text}
      onChange={(event) => onDraft({ ...draft, text: event.target.value })}
      onBlur={onDone}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onDone();
        if (event.key === 'Escape') onDraft(null);
      }}
      placeholder={draft.of === 'tags' ? 'tags, with commas between' : ''}
      inputProps={{
        'aria-label': draft.of === 'tags' ? `Tags of ${title}` : `New name of ${title}`,
      }}
    />
  );
}

/** What can be done with a dashboard. */
function RowMenu({ title, entries }: { title: string; entries: readonly (readonly [string, () => void])[] }) {
  return (
    <MenuButton words="More" name={`More of ${title}`} aria-label={`More of ${title}`}>
      {(close) =>
        entries.map(([words, run]) => (
          <MenuItem
            key={words}
            onClick={() => close(run)}
            sx={words === 'Delete' ? { color: 'error.main' } : {}}
          >
            {words}
          </MenuItem>
        ))
      }
    </MenuButton>
  );
}

/** The periods of a dashboard now, how fresh its data is, and what its check finds. */
function Now({
  overview,
  problem,
}: {
  overview: DashboardOverview | undefined;
  problem: string | undefined;
}) {
  if (problem !== undefined) return <Typography variant="body2">{problem}</Typography>;
  if (!overview)
    return (
      <Typography variant="body2" color="textSecondary">
        Reading…
      </Typography>
    );
  const { periods, freshness, findings } = overview;
  return (
    <>
      {periods.map(({ control, words }) => (
        <Typography key={control} variant="body2">
          {control} <span style={{ fontWeight: 650 }}>{words}</span>
        </Typography>
      ))}
      <Typography variant="body2" color="textSecondary">
        {freshness.length === 0 ? 'No data' : freshness.join('; ')}
      </Typography>
      {findings > 0 && (
        <Typography variant="body2" sx={{ color: 'warning.main' }}>
          Wiring check: {findings} found
        </Typography>
      )}
    </>
  );
}
