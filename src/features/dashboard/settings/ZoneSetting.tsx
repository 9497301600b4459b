'use client';
/** Which zone one or several items belong to, and what it is called. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { itemOf } from '../../../core/dashboard/document/document';
import { withZone, zoneOf } from '../../../core/dashboard/document/zones';
import { ChoiceSetting, TextSetting } from '../../ui/fields';
import { CopyButtons } from './CopyButtons';
import { ItemPageSetting } from './PageSetting';
import { useDesign, useDocument, useWorkspace } from '../../workspace/workspace';

const NONE = '';
const NEW = '+';

/** A name that no zone has. */
function freeName(taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(`Zone ${n}`)) return `Zone ${n}`;
}

export function ZoneSetting({ items }: { items: readonly string[] }) {
  const { store } = useWorkspace();
  const document = useDocument();
  const zones = new Set(items.map((item) => zoneOf(document, item)));
  const [zone] = zones.size === 1 ? [...zones] : [];
  const put = (name: string | null) => store.getState().change((old) => withZone(old, items, name));
  const rename = (id: string, name: string) =>
    store.getState().change((old) => ({
      ...old,
      zones: old.zones.map((entry) => (entry.id === id ? { ...entry, name } : entry)),
    }));
  const names = document.zones.map((entry) => entry.name);
  return (
    <>
      <ChoiceSetting
        label="Zone"
        value={zone?.id ?? NONE}
        options={[
          { value: NONE, label: zones.size > 1 ? 'Several' : 'None: the whole dashboard' },
          ...document.zones.map((entry) => ({ value: entry.id, label: entry.name })),
          { value: NEW, label: 'A new zone' },
        ]}
        onChange={(id) => {
          if (id === NEW) put(freeName(names));
          else put(document.zones.find((entry) => entry.id === id)?.name ?? null);
        }}
      />
      {zone && (
        <TextSetting
          key={zone.id}
          label="Name of the zone"
          value={zone.name}
          helper="What is added while one of its items is chosen joins it; its controls wire themselves inside it"
          check={(text) => {
            const name = text.trim();
            if (name === '' || name.length > 100) return 'A name of 1 to 100 characters.';
            return name !== zone.name && names.includes(name) ? 'Another zone has this name.' : null;
          }}
          onChange={(name) => rename(zone.id, name.trim())}
        />
      )}
    </>
  );
}

/** What can be done with several chosen items. */
export function SeveralItems({
  items,
  onRemove,
  onCopied,
}: {
  items: readonly string[];
  onRemove: () => void;
  onCopied: (ids: readonly string[]) => void;
}) {
  const design = useDesign();
  const document = useDocument();
  return (
    <>
      <Typography variant="h2" gutterBottom>
        {items.length} items
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {items
          .flatMap((id) => itemOf(document, id) ?? [])
          .map((item) => design.titleOf(item))
          .join(', ')}
      </Typography>
      <ItemPageSetting items={items} />
      <ZoneSetting items={items} />
      <CopyButtons ids={items} onCopied={onCopied} />
      <Button color="error" onClick={onRemove} sx={{ mt: 1 }}>
        Remove all of them
      </Button>
    </>
  );
}
