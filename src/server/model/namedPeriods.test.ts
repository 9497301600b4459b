/** Named periods as they are stored, used and changed. */
import {
  emptyDocument,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { timeline } from '../../core/dashboard/document/testing';
import { createDashboard } from '../dashboards/repository';
import { loadText, withDatabase } from '../testing';
import { readModel } from './model';
import { changesOfNamedPeriod, namedPeriodUses, removeNamedPeriod, saveNamedPeriod } from './namedPeriods';

// A load on a busy machine takes its time.
jest.setTimeout(60_000);

const at = withDatabase();

const time = (id: string, more: object) =>
  ({ ...timeline(id, 'last 7 days'), anchor: 'latest', title: id, ...more }) as Control;
const sea: Visual = {
  ...MEASURED_DEFAULTS,
  id: 'sea',
  kind: 'figure',
  title: 'Sea',
  measures: [shownMeasure('trips', 'rows')],
};

const using = (named: string | null, title: string): DashboardDocument => ({
  ...emptyDocument(title),
  visuals: [sea],
  controls: [time('time', { title: 'Time', defaultNamed: named }), time('other', { default: '2026-01' })],
  wires: [{ control: 'time', target: 'sea', on: true, roles: {} }],
});

beforeAll(() => loadText(at.folder, 'Trips', 'day,seats\n2026-01-01,2\n2026-01-31,3\n'));

test('are checked, written canonically, and kept apart by their names', async () => {
  const made = await saveNamedPeriod(null, { name: 'Week', phrase: 'Last  7 DAYS' });
  expect(made).toEqual({ key: 'week', name: 'Week', phrase: 'last 7 days' });
  expect((await readModel()).model.periods).toEqual([made]);
  await expect(saveNamedPeriod(null, { name: 'WEEK', phrase: 'all' })).rejects.toMatchObject({
    code: 'name-twice',
  });
  await expect(saveNamedPeriod(null, { name: 'Odd', phrase: 'last many days' })).rejects.toMatchObject({
    code: 'bad-phrase',
    details: { from: 5 },
  });
  await expect(saveNamedPeriod('gone', { name: 'Odd', phrase: 'all' })).rejects.toMatchObject({
    status: 404,
  });
});

test('a change tells what it will move, on the dashboards that use it and nowhere else', async () => {
  const { id } = await createDashboard(using('week', 'Harbour'));
  await createDashboard(using(null, 'Without'));
  expect(await changesOfNamedPeriod('week', 'last 7 days')).toEqual([]);
  expect(await changesOfNamedPeriod('week', 'last 10 days')).toEqual([
    {
      dashboard: id,
      title: 'Harbour',
      control: 'Time',
      phrase: 'last 7 days',
      before: '25–31 Jan 2026 (7 days)',
      after: '22–31 Jan 2026 (10 days)',
      startMoves: -3,
      endMoves: 0,
    },
  ]);
});

test('one that is used is deleted only when that is said', async () => {
  const { model } = await readModel();
  expect((await namedPeriodUses(model)).get('week')).toMatchObject([{ title: 'Harbour', places: ['Time'] }]);
  await expect(removeNamedPeriod('week', false)).rejects.toMatchObject({ code: 'in-use', status: 409 });
  await removeNamedPeriod('week', true);
  expect((await readModel()).model.periods).toEqual([]);
  // Undo: it comes back under the key by which dashboards know it, whatever its name.
  const back = await saveNamedPeriod(null, { key: 'week', name: 'Seven days', phrase: 'last 7 days' });
  expect(back.key).toBe('week');
  const next = await saveNamedPeriod(null, { key: 'week', name: 'Other', phrase: 'all' });
  expect(next.key).toBe('other');
  await removeNamedPeriod('other', false);
  expect((await readModel()).model.periods.map(({ key }) => key)).toEqual(['week']);
  const again = await namedPeriodUses((await readModel()).model);
  expect(again.get('week')).toMatchObject([{ title: 'Harbour' }]);
});
