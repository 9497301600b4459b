'use client';
/** Settings of the dashboard as a whole, shown in Arrange while no item is chosen. */
import Typography from '@mui/material/Typography';
import { useWorkspace, useDocument } from '../../workspace/workspace';
import { useBaselines } from '../../workspace/useBaselines';
import { BaselineList } from '../../ui/BaselineList';
import { AnchorSetting } from '../../ui/AnchorSetting';
import { isTimeZone } from '../../ui/isTimeZone';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { DESIGN_WIDTHS, type DashboardDocument } from '../../../core/dashboard/document/document';
import { tagsFrom } from '../../../core/dashboard/document/tags';
import { USUAL_WIDTH } from '../designWidth';
import { NarrowOrder } from './NarrowOrder';
import { PageSetting } from './PageSetting';

export function DashboardSettings() {
  const { store } = useWorkspace();
  const document = useDocument();
  const baselines = useBaselines();
  const change = (part: Partial<DashboardDocument>) =>
    store.getState().change((old) => ({ ...old, ...part }));
  return (
    <>
      <Typography variant="h2" gutterBottom>
        Dashboard
      </Typography>
      <AnchorSetting value={document.anchor} onChange={(anchor) => change({ anchor: anchor ?? 'today' })} />
      <TextSetting
        label="Time zone"
        value={document.timeZone}
        helper="Decides which day is today"
        check={(text) =>
          isTimeZone(text.trim()) ? null : 'No such time zone. Write, for example, Europe/Lisbon.'
        }
        onChange={(text) => change({ timeZone: text.trim() })}
      />
      <SwitchSetting
        label="Changes wait for Apply"
        checked={document.hold}
        onChange={(hold) => change({ hold })}
      />
      {document.zones.length > 0 && (
        <SwitchSetting
          label="Readers see the outlines of zones"
          checked={document.showZones}
          onChange={(showZones) => change({ showZones })}
        />
      )}
      <ChoiceSetting
        label="Designed for windows of"
        value={String(document.designWidth ?? USUAL_WIDTH)}
        options={DESIGN_WIDTHS.map((width) => ({ value: String(width), label: `${width} pixels` }))}
        helper="Arrange and Wire show it at this width, scaled to the room there is"
        onChange={(text) => {
          const designWidth = DESIGN_WIDTHS.find((width) => String(width) === text);
          if (designWidth) change({ designWidth });
        }}
      />
      <TextSetting
        label="Tags"
        value={(document.tags ?? []).join(', ')}
        helper="Words by which it is found in the list, with commas between"
        onChange={(text) => change({ tags: tagsFrom(text) })}
      />
      <BaselineList {...baselines} />
      <PageSetting />
      <NarrowOrder />
      <Typography color="textSecondary" sx={{ mt: 2 }}>
        Choose an item on the dashboard to set it up here.
      </Typography>
    </>
  );
}
