'use client';
/** The settings of the chosen item. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isControl, type Control, type Visual } from '../../../core/dashboard/document/document';
import { titleOf } from '../../../core/dashboard/document/title';
import { withChangedItem } from '../../../core/dashboard/wiring/wires';
import { ColourChoice } from '../../ui/ColourChoice';
import { TextSetting } from '../../ui/fields';
import { After } from '../../ui/lazily';
import { viewOf as viewOfControl } from '../../controls/kinds';
import { viewOf as viewOfVisual } from '../../visuals/kinds';
import { LinkSetting } from '../../visuals/LinkSetting';
import { OwnPeriodSetting } from '../../visuals/OwnPeriodSetting';
import { partOf } from '../../../core/dashboard/document/parts';
import { WireRoles } from '../../wiring/WireRoles';
import { CopyButtons } from './CopyButtons';
import { ItemPageSetting } from './PageSetting';
import { ZoneSetting } from './ZoneSetting';
import { useWorkspace } from '../../workspace/workspace';

export function SettingsPanel({
  item,
  onRemove,
  onCopied,
}: {
  item: Visual | Control;
  onRemove: () => void;
  /** Called with the ids of duplicates. */
  onCopied: (ids: readonly string[]) => void;
}) {
  const { store, model } = useWorkspace();
  const change = (part: Partial<Visual | Control>) => {
    store
      .getState()
      .change((old) => withChangedItem(old, model, item, { ...item, ...part } as Visual | Control));
  };
  return (
    <>
      <Typography variant="h2" gutterBottom>
        {partOf(item.kind).name}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {partOf(item.kind).says}
      </Typography>
      <TextSetting
        label="Title"
        value={item.title}
        placeholder={titleOf({ ...item, title: '' }, model)}
        {...(isControl(item) ? {} : { helper: '{window}, {latest} and {loaded} are filled in' })}
        onChange={(title) => change({ title: title.slice(0, 200) })}
      />
      {!isControl(item) && (
        <TextSetting
          label="Subtitle"
          value={item.subtitle}
          placeholder="window, days with data, grain"
          onChange={(subtitle) => change({ subtitle: subtitle.slice(0, 300) })}
        />
      )}
      {!isControl(item) && <OwnPeriodSetting visual={item} change={change} />}
      <KindSettings item={item} change={change} />
      <After part={(isControl(item) ? viewOfControl(item) : viewOfVisual(item)).Settings}>
        {!isControl(item) && <LinkSetting visual={item} change={change} />}
        {isControl(item) && (
          <ColourChoice
            label="Accent"
            none="That of its kind"
            value={item.accent}
            onChange={(accent) => change({ accent })}
          />
        )}
        <WireRoles item={item} />
        <ItemPageSetting items={[item.id]} />
        <ZoneSetting items={[item.id]} />
        <CopyButtons ids={[item.id]} onCopied={onCopied} />
        <Button color="error" onClick={onRemove} sx={{ mt: 1 }}>
          Remove from dashboard
        </Button>
      </After>
    </>
  );
}

/** The settings that are particular to a kind. */
function KindSettings({ item, change }: { item: Visual | Control; change: (part: object) => void }) {
  if (isControl(item)) {
    const { Settings } = viewOfControl(item);
    return <Settings control={item} change={change} />;
  }
  const { Settings } = viewOfVisual(item);
  return <Settings visual={item} change={change} />;
}
