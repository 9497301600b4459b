'use client';
/** A list of what has a name in the model: each changed in one place, and deleted only when that is said. */
import type { z } from 'zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import NextLink from 'next/link';
import { useState, type ReactNode } from 'react';
import { phraseStyle } from '../../theme/roles';
import { useNotice } from '../ui/Notice';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { useModelEdit } from './useModelEdit';

interface Use {
  readonly id: number;
  readonly title: string;
  /** Places on the dashboard, in words. */
  readonly places?: readonly string[];
}

interface Named {
  readonly key: string;
  readonly name: string;
  readonly dashboards: readonly Use[];
}

/** What an editor is given: what it begins with, and what it leads to. */
export interface EditorProps<E> {
  readonly start: E;
  /** The key of the one that is changed; null for a new one. */
  readonly known: string | null;
  readonly onSave: (edit: E) => void;
  readonly onCancel: () => void;
  readonly onRemove?: () => void;
}

interface SectionProps<E, T extends Named & E> {
  readonly title: string;
  /** What they are, in a sentence or two. */
  readonly about: string;
  /** Where they are read and changed. */
  readonly address: string;
  /** What is read there. */
  readonly listSchema: z.ZodType<T[]>;
  /** Changes when they have to be read anew. */
  readonly version: unknown;
  /** What of one is changed: what a change starts from. */
  readonly basisOf: (entry: T) => unknown;
  /** What stands under a name, and what it stands for. */
  readonly under: (entry: T) => string;
  readonly textOf: (entry: T) => string;
  /** What a new one begins with; null where none can be made. */
  readonly fresh: E | null;
  readonly beginLabel: string;
  readonly editor: (props: EditorProps<E>) => ReactNode;
}

export function NamedSection<E, T extends Named & E>({
  title,
  about,
  address,
  listSchema,
  version,
  basisOf,
  under,
  textOf,
  fresh,
  beginLabel,
  editor,
}: SectionProps<E, T>) {
  const [edited, setEdited] = useState<string | null>(null);
  const notice = useNotice();
  const { problem, asked, run } = useModelEdit(() => setEdited(null));
  const found = useQuery({
    queryKey: [address, version],
    queryFn: () => requestAs(listSchema, address),
  });
  const remove = (entry: T, evenIfUsed: boolean) =>
    void run(async () => {
      const path = `${address}/${entry.key}${evenIfUsed ? '?used=yes' : ''}`;
      await requestJson(path, { method: 'DELETE' });
      const body = { ...(basisOf(entry) as object), key: entry.key };
      const undo = () => void run(() => requestJson(address, { body }));
      notice({ text: `“${entry.name}” is deleted.`, action: { label: 'Undo', run: undo } });
    });
  const close = () => setEdited(null);
  const put = (entry: T, body: E) =>
    void run(() => requestJson(`${address}/${entry.key}`, { method: 'PUT', body, basis: basisOf(entry) }));
  return (
    <Section title={title}>
      <Typography color="textSecondary" gutterBottom>
        {about}
      </Typography>
      {problem && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {found.error && <Typography role="alert">{found.error.message}</Typography>}
      {(found.data ?? []).map((entry) =>
        edited === entry.key ? (
          <Box key={entry.key}>
            {editor({
              start: entry,
              known: entry.key,
              onSave: (body) => put(entry, body),
              onCancel: close,
              onRemove: () => remove(entry, false),
            })}
            {asked !== null && <Question words={asked} onRemove={() => remove(entry, true)} />}
          </Box>
        ) : (
          <Row
            key={entry.key}
            entry={entry}
            under={under(entry)}
            text={textOf(entry)}
            onChange={() => setEdited(entry.key)}
          />
        ),
      )}
      {edited === '' && fresh !== null
        ? editor({
            start: fresh,
            known: null,
            onSave: (body) => void run(() => requestJson(address, { body })),
            onCancel: close,
          })
        : fresh !== null && (
            <Button variant="outlined" onClick={() => setEdited('')} sx={{ mt: 1 }}>
              {beginLabel}
            </Button>
          )}
    </Section>
  );
}

/** Asks whether one that is used is deleted all the same. */
function Question({ words, onRemove }: { words: string; onRemove: () => void }) {
  return (
    <Box role="alert" sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}>
      <Typography color="warning">{words}</Typography>
      <Button color="error" onClick={onRemove}>
        Delete it all the same
      </Button>
    </Box>
  );
}

function Row({
  entry,
  under,
  text,
  onChange,
}: {
  entry: Named;
  under: string;
  text: string;
  onChange: () => void;
}) {
  const { name, dashboards } = entry;
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: { xs: 'wrap', md: 'nowrap' },
        columnGap: 2,
        alignItems: 'baseline',
        py: 0.75,
        borderTop: 1,
        borderColor: 'hairline',
      }}
    >
      <Box sx={{ width: 200, flex: 'none' }}>
        <Typography sx={{ fontWeight: 650 }}>{name}</Typography>
        <Typography variant="body2" color="textSecondary">
          {under}
        </Typography>
      </Box>
      <Typography sx={{ ...phraseStyle, flex: '1 1 200px', overflowWrap: 'anywhere' }}>{text}</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ flex: '0 1 260px', minWidth: 0 }}>
        {dashboards.length === 0 ? 'used nowhere yet' : 'used on '}
        {dashboards.map((dashboard, i) => (
          <span key={dashboard.id}>
            {i > 0 && ', '}
            <Link component={NextLink} href={`/dashboards/${dashboard.id}`}>
              {dashboard.title}
            </Link>
            {dashboard.places && ` (${dashboard.places.join(', ')})`}
          </span>
        ))}
      </Typography>
      <Button onClick={onChange} aria-label={`Change ${name}`}>
        Change
      </Button>
    </Box>
  );
}

/** The buttons under an editor. */
export function EditorButtons({
  isReady,
  onSave,
  onCancel,
  onRemove,
}: {
  isReady: boolean;
  onSave: () => void;
  onCancel: () => void;
  onRemove: (() => void) | undefined;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
      <Button variant="contained" disabled={!isReady} onClick={onSave}>
        Save
      </Button>
      <Button onClick={onCancel}>Cancel</Button>
      {onRemove && (
        <Button color="error" onClick={onRemove}>
          Delete
        </Button>
      )}
    </Box>
  );
}
