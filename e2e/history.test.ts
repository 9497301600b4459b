/** The versions of a dashboard: what differs in words, a look at one, the way back, and the copy kept aside. */
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const step = asStory(page);
let id = 0;
const titleOf = async () =>
  (await api<{ document: { title: string; visuals: unknown[] } }>('GET', `/dashboards/${id}`)).body.document;

beforeAll(async () => {
  await load('day,casks\n2026-04-01,2\n2026-04-02,3\n2026-04-03,4\n', {
    name: 'Casks',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'casks', type: 'whole' },
    ],
  });
  const document = {
    version: 2,
    title: 'Cellar',
    timeZone: 'UTC',
    visuals: [
      {
        ...CHART_DEFAULTS,
        id: 'line',
        kind: 'line',
        title: 'Casks',
        measures: [shownMeasure('casks', 'casks')],
      },
    ],
    controls: [],
    wires: [],
    layout: [{ item: 'line', x: 0, y: 0, w: 10, h: 8 }],
  };
  ({ id } = (await api<{ id: number }>('POST', '/dashboards', document)).body);
  await api('PUT', `/dashboards/${id}`, { basedOn: 1, document: { ...document, visuals: [], layout: [] } });
  // Saved over the first again: refused, and kept aside.
  await api('PUT', `/dashboards/${id}`, { basedOn: 1, document: { ...document, title: 'Aside' } });
});

step('each version tells what differs from now, and can be looked at', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?mode=arrange`);
  await at.click('button', 'History');
  await at.click('button', /^Revision 1/);
  await at.reads('Removed: line “Casks”.');
  await at.click('link', 'Look at it');
  await at.reads('only to look at');
  await at.find('img', /Casks/);
  expect((await titleOf()).visuals).toHaveLength(0);
  await at.click('link', 'Back to the dashboard');
});

step('what was kept aside is found and gone back to, and that can be undone', async () => {
  const at = page();
  await at.click('button', 'History');
  await at.click('button', /^Kept aside, made from revision 1/);
  await at.reads('Title: “Aside” became “Cellar”.');
  await at.click('button', 'Go back to it');
  await eventually('the version to be saved', async () => (await titleOf()).title === 'Aside');
  await at.click('button', 'Undo');
  await eventually('the version of before', async () => (await titleOf()).title === 'Cellar');
  expect(await at.consoleErrors()).toEqual([]);
});
