'use client';
/** Where a visual leads: another page, or another dashboard. */
import { dashboardEntriesSchema } from '../../contract/dashboards';
import { useQuery } from '@tanstack/react-query';
import type { Visual } from '../../core/dashboard/document/document';
import type { VisualLink } from '../../core/dashboard/document/kinds/measured';
import { pagesOf } from '../../core/dashboard/document/pages';
import { ChoiceSetting, TextSetting } from '../ui/fields';
import { requestAs } from '../ui/request';
import { useTarget } from './useLinked';
import { useDocument } from '../workspace/workspace';

const NOWHERE = '';
const HERE = 'here';

/** Where a link leads, as the list of places has it. */
function placeOf(link: VisualLink | null): string {
  if (link === null) return NOWHERE;
  return link.dashboard === null ? HERE : String(link.dashboard);
}

export function LinkSetting({ visual, change }: { visual: Visual; change: (part: Partial<Visual>) => void }) {
  const link = visual.link ?? null;
  const here = pagesOf(useDocument());
  const list = useQuery({
    queryKey: ['dashboards'],
    queryFn: () => requestAs(dashboardEntriesSchema, '/api/dashboards'),
    staleTime: 60_000,
  });
  const target = useTarget(link);
  const pages = target ? pagesOf(target) : [];
  const set = (part: Partial<VisualLink>) =>
    change({ link: { dashboard: null, page: null, words: '', ...link, ...part } });
  const where = placeOf(link);
  const known = (list.data ?? []).map(({ id, title }) => ({ value: String(id), label: title }));
  const places = [
    { value: NOWHERE, label: 'Nowhere' },
    ...(here.length > 1 || where === HERE ? [{ value: HERE, label: 'A page of this dashboard' }] : []),
    ...known,
    ...(list.isPending && link?.dashboard != null ? [{ value: where, label: '…' }] : []),
  ];
  return (
    <>
      <ChoiceSetting
        label="Leads to"
        value={where}
        options={places}
        {...(link ? { helper: 'The windows and choices that act on it go along' } : {})}
        onChange={(value) =>
          value === NOWHERE
            ? change({ link: null })
            : set({ dashboard: value === HERE ? null : Number(value), page: null })
        }
      />
      {link && pages.length > 1 && (
        <ChoiceSetting
          label="Page there"
          value={link.page ?? pages[0].id}
          options={pages.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(page) => set({ page })}
        />
      )}
      {link && (
        <TextSetting
          label="Words of the link"
          value={link.words}
          placeholder="the name of where it leads"
          onChange={(words) => set({ words: words.trim().slice(0, 60) })}
        />
      )}
    </>
  );
}
