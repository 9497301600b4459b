'use client';
/** Settings of the dashboard as a whole, shown in Arrange while no item is chosen. */
import Typography from '@mui/material/Typography';
import { useWorkspace, useDocument } from '../../workspace/workspace';
import { useBaselines } from '../../workspace/useBaselines';
import { BaselineList } from '../../ui/BaselineList';
import { AnchorSetting } from '../../ui/AnchorSetting';
import { SwitchSetting, TextSetting } from '../../ui/fields';
import type { DashboardDocument } from '../../../core/dashboard/document/document';

function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

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
      <BaselineList {...baselines} />
      <Typography color="textSecondary" sx={{ mt: 2 }}>
        Choose an item on the dashboard to set it up here.
      </Typography>
    </>
  );
}
