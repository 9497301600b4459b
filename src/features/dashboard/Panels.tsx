'use client';
/** The panels and menus that open beside a dashboard. Their scripts come when one is first wanted. */
import { lazily } from '../ui/lazily';
import { useChangeAsked } from '../visuals/comparing/changeAsked';
import { useDataAsked } from '../visuals/data/dataAsked';
import { useTraced } from '../wiring/traced';
import { useMarkMenu, useRowsAsked } from '../workspace/rowsAsked';

const TracePanel = lazily(() => import('../wiring/TracePanel'), 'TracePanel');
const DataPanel = lazily(() => import('../visuals/data/DataPanel'), 'DataPanel');
const ChangeSheet = lazily(() => import('../visuals/comparing/ChangeSheet'), 'ChangeSheet');
const RowsPanel = lazily(() => import('../visuals/rows/RowsPanel'), 'RowsPanel');
const MarkMenu = lazily(() => import('../visuals/rows/MarkMenu'), 'MarkMenu');

/** What explains an item: why it shows what it shows, and its figures in rows. */
export function ExplainingPanels() {
  const trace = useTraced();
  const data = useDataAsked();
  return (
    <>
      {trace.item !== null && <TracePanel onClose={() => trace.open(null)} />}
      {data.asked !== null && <DataPanel onClose={() => data.open(null)} />}
    </>
  );
}

/** What is told of one mark: its rows, where its change comes from, and the menu to choose between the two. */
export function PanelsOfMarks() {
  const change = useChangeAsked();
  const rows = useRowsAsked();
  const marks = useMarkMenu();
  return (
    <>
      {change.asked !== null && <ChangeSheet onClose={() => change.open(null)} />}
      {rows.asked !== null && <RowsPanel onClose={() => rows.open(null)} />}
      {marks.menu !== null && <MarkMenu onClose={() => marks.open(null)} />}
    </>
  );
}
