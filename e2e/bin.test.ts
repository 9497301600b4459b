/** Nothing is lost with one click: what uses a thing is told, and what is deleted can be brought back. */
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const step = asStory(page);
let id = 0;

beforeAll(async () => {
  await load(
    'day,berth,tons\n2026-04-01,Osk Head,2\n2026-04-02,osk head,3\n2026-04-03,Osk  Head,4\n2026-04-04,Osk Head,5\n',
    {
      name: 'Cargo',
      columns: [
        { name: 'day', type: 'day', role: 'day' },
        { name: 'berth', type: 'text', category: true },
        { name: 'tons', type: 'whole' },
      ],
    },
  );
  await load('day,berth\n2026-04-01,Osk Head\n2026-04-02,Quern\n', {
    name: 'Cranes',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'berth', type: 'text', category: true },
    ],
  });
  const created = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Cargo by day',
    timeZone: 'UTC',
    visuals: [{ ...CHART_DEFAULTS, id: 'line', kind: 'line', measures: [shownMeasure('cargo', 'tons')] }],
    controls: [],
    wires: [],
    layout: [{ item: 'line', x: 0, y: 0, w: 24, h: 8 }],
  });
  ({ id } = created.body);
});
afterAll(() => api('DELETE', `/dashboards/${id}`));

const measuresOf = async () =>
  (await api<{ measures: { key: string }[] }>('GET', '/datasets/cargo')).body.measures.map(({ key }) => key);

step('a measure in use is removed only after what uses it was told, and comes back with Undo', async () => {
  const at = page();
  await at.open('/datasets/cargo');
  const before = await measuresOf();
  await at.click('button', 'Remove Tons');
  await at.reads('Cargo by day: 1 visual');
  await at.click('button', 'Keep it');
  expect(await measuresOf()).toEqual(before);
  await at.click('button', 'Remove Tons');
  await at.click('button', 'Remove it');
  await eventually('the measure to be gone', async () => !(await measuresOf()).includes('tons'));
  await at.click('button', 'Undo');
  await eventually('the measure to be back in its place', async () => {
    const now = await measuresOf();
    return JSON.stringify(now) === JSON.stringify(before);
  });
});

step('a deleted dataset lies in the bin, from which it is brought back', async () => {
  const at = page();
  await at.open('/datasets/cargo');
  await at.click('button', 'Delete Cargo');
  await at.reads('can be brought back for 30 days');
  await at.click('button', 'Delete it');
  await at.click('button', /^Bin: \d+ deleted/);
  await at.open(`/dashboards/${id}`);
  await at.reads('There is no dataset “cargo”');
  await at.open('/datasets');
  await at.click('button', /^Bin: \d+ deleted/);
  await at.click('button', 'Bring Cargo back');
  await at.find('link', 'Cargo');
  await at.open(`/dashboards/${id}`);
  await at.find('img', /Tons/);
});

step('spellings of one value are merged to the one that the designer lets lead', async () => {
  const at = page();
  const members = ['cargo', 'cranes'].map((dataset) => ({ dataset, column: 'berth' }));
  const made = await api<{ key: string }>('POST', '/shared', { name: 'Berth', members, spellings: {} });
  await at.open('/model');
  await at.reads('“Osk Head” (3 rows)');
  await at.reads('“Osk␣␣Head” (1 rows)');
  await at.choose('Osk Head: shown as', 'osk head');
  await at.click('button', 'Merge the spelling');
  await at.reads('“Osk␣␣Head” counts as “osk head”');
  // What is wanted is shown at once, and then sent.
  const stored = await eventually('the spellings to be stored', async () => {
    const { body } = await api<{ shared: { key: string; spellings: object }[] }>('GET', '/model');
    const { spellings } = body.shared.find(({ key }) => key === made.body.key)!;
    return Object.keys(spellings).length > 0 && spellings;
  });
  expect(stored).toEqual({ 'Osk Head': 'osk head', 'Osk  Head': 'osk head' });
  await at.click('button', 'Take apart Berth');
  await at.reads(/Berth is taken apart/);
  await at.click('button', 'Undo');
  await at.find('group', 'Shared dimension Berth');
  const again = await api<{ shared: { key: string; name: string }[] }>('GET', '/model');
  await api('DELETE', `/shared/${again.body.shared.find(({ name }) => name === 'Berth')!.key}`);
});
