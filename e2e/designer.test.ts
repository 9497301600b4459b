/** A designer places every time control, sets what readers begin with, and sees in words what they will see. */
import { Key } from 'selenium-webdriver';
import { eventually } from './support/page';
import { api, asStory, browserPage, load } from './support/application';

const page = browserPage();
const step = asStory(page);

const lines = ['day,pier,boats'];
for (let i = 0; i < 800; i++) {
  const day = new Date(Date.UTC(2024, 2, 24 + i)).toISOString().slice(0, 10);
  lines.push(`${day},Pier ${i % 3},${(i * 5) % 17}`);
}
beforeAll(() =>
  load(`${lines.join('\n')}\n`, {
    name: 'Boats',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'boats', type: 'whole' },
    ],
  }),
);

interface Stored {
  readonly document: {
    readonly anchor: string;
    readonly controls: readonly Record<string, unknown>[];
    readonly wires: readonly { control: string; target: string; on: boolean }[];
  };
}
async function stored(): Promise<Stored['document']> {
  const id = /\/dashboards\/(\d+)/.exec((await page().address()).pathname)![1]!;
  return (await api<Stored>('GET', `/dashboards/${id}`)).body.document;
}
const saved = (what: string, holds: (document: Stored['document']) => boolean) =>
  eventually(what, async () => holds(await stored()));
async function typePhrase(field: string, phrase: string) {
  const box = await page().find('combobox', field);
  await box.sendKeys(Key.chord(Key.CONTROL, 'a'), phrase, Key.ENTER);
}
const controlOf = (document: Stored['document'], kind: string) =>
  document.controls.find((control) => control.kind === kind);

describe('a designer', () => {
  step('places every time control; each wires itself to the charts', async () => {
    const at = page();
    await at.open('/');
    await at.click('button', 'New dashboard');
    await at.click('button', 'Add bar');
    const parts = [
      'timeline',
      'range slider',
      'calendar',
      'period list',
      'look-back',
      'phrase box',
      'date tree',
      'as-of day',
    ];
    for (const part of parts) await at.click('button', `Add ${part}`);
    await saved('eight controls', (document) => document.controls.length === 8);
    const { controls, wires } = await stored();
    for (const control of controls) {
      const wired = wires.some((wire) => wire.control === control.id && wire.target === 'bar1' && wire.on);
      expect([control.kind, wired]).toEqual([control.kind, control.kind !== 'asof']);
    }
    await at.click('button', '2 Wire');
    await at.reads('7 controls × 1 visual');
    expect(await at.consoleErrors()).toEqual([]);
  });

  step('sets what readers begin with, and reads what they will see today and in a month', async () => {
    const at = page();
    await at.click('button', '1 Arrange');
    await at.click('button', 'Days');
    const field = await at.find('combobox', 'Readers begin with');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'last month', Key.ENTER);
    await at.reads('Opened today, readers see May 2026 · 31 days; in a month June 2026 · 30 days.');
    await saved('the default', (document) => controlOf(document, 'phrase')?.default === 'last month');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '2026-03', Key.ENTER);
    await at.reads('These days stay as they are');
    await at.click('button', 'Undo');
    await saved('the undo', (document) => controlOf(document, 'phrase')?.default === 'last month');
  });

  step('chooses an anchor for a control, and for the dashboard', async () => {
    const at = page();
    await at.choose('Rolling periods count from', 'The latest day with data so far');
    await saved('the anchor', (document) => controlOf(document, 'phrase')?.anchor === 'latest so far');
    await at.choose('Rolling periods count from', 'A day or point of its own');
    await at.type('Point', 'end of last wek');
    await at.reads('Did you mean “week”?');
    await at.type('Point', 'end of last week');
    await saved('the point', (document) => controlOf(document, 'phrase')?.anchor === 'end of last week');
  });

  step('edits a period list: names, phrases, order', async () => {
    const at = page();
    await at.click('button', 'Period');
    await at.type('Name 1', 'One week');
    await typePhrase('Phrase of One week', 'last 1 week');
    await at.click('button', 'Move One week down');
    await at.click('button', 'Remove Last 28 days');
    await at.type('Name of a new period', 'Two days');
    await at.click('button', 'Add it');
    await typePhrase('Phrase of Two days', 'last 2 days');
    await saved('the entries', (document) => {
      const entries = controlOf(document, 'periods')?.entries as { name: string; phrase: string }[];
      return (
        entries[0]?.name === 'One week' &&
        entries[0].phrase === 'last 1 week' &&
        entries.at(-1)?.phrase === 'last 2 days'
      );
    });
  });

  step('lets a control show only while another holds a choice', async () => {
    const at = page();
    await at.click('button', 'Dates');
    await at.choose('Shows', 'Only with a choice of Period');
    await at.find('checkbox', 'while it is One week');
    await at.reads('hidden now, and without effect');
    await at.click('button', '3 Read');
    await eventually('the tree to be hidden', async () => (await at.all('region', 'Dates')).length === 0);
    await at.click('radio', /^One week/);
    await at.find('region', 'Dates');
    expect(await at.consoleErrors()).toEqual([]);
  });
});
