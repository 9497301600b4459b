/** Controls in a dashboard of their own, for tests. */
import type { Control, ControlKind } from '../../core/dashboard/document/controls';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { newPart } from '../../core/dashboard/document/parts';
import { line } from '../../core/dashboard/document/testing';
import { titleOf } from '../../core/dashboard/document/title';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { withNewItem } from '../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../core/model/testing';
import { openDashboard, showIn, type OpenDashboard } from '../workspace/testing';
import { useDocument } from '../workspace/workspace';
import { ControlBody } from './ControlBody';

function Shown({ id }: { id: string }) {
  const control = useDocument().controls.find((entry) => entry.id === id);
  return control ? <ControlBody control={control} /> : null;
}

/** A dashboard of which one control is shown. */
export async function shown(
  document: DashboardDocument,
  id: string,
  rows?: Parameters<typeof openDashboard>[1],
): Promise<OpenDashboard> {
  const dashboard = await openDashboard(document, rows);
  showIn(dashboard, <Shown id={id} />);
  return dashboard;
}

/** A dashboard with a line and a control of a kind, as it is when it was just added. */
export async function fresh(kind: ControlKind, change: object = {}) {
  const base = documentOf(line('sea'));
  const part = { ...newPart(base, TEST_MODEL, kind)!, ...change } as Control;
  const dashboard = await shown(withNewItem(base, TEST_MODEL, part), part.id);
  return { dashboard, id: part.id, title: titleOf(part, TEST_MODEL) };
}
