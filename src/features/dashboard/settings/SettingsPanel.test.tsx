import { act, fireEvent, screen } from '@testing-library/react';
import {
  documentSchema,
  itemOf,
  type DashboardDocument,
  type Visual,
} from '../../../core/dashboard/document/document';
import { newPart, PARTS, type PartKind } from '../../../core/dashboard/document/parts';
import { line, slicer, timeline } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../../core/model/testing';
import { openDashboard, showIn, type OpenDashboard } from '../../workspace/testing';
import { useDocument } from '../../workspace/workspace';
import { SettingsPanel } from './SettingsPanel';

const BASE = documentOf(line('sea'), timeline('span'), slicer('route'));

function Panel({ id }: { id: string }) {
  const item = itemOf(useDocument(), id);
  return item ? <SettingsPanel item={item} onRemove={() => undefined} onCopied={() => undefined} /> : null;
}

/** A dashboard with a new part of a kind beside others, and its settings. */
async function settingsOf(kind: PartKind, model = TEST_MODEL, change: object = {}) {
  const part = { ...newPart(BASE, model, kind)!, ...change };
  const dashboard = await openDashboard(withNewItem(BASE, model, part), undefined, model);
  showIn(dashboard, <Panel id={part.id} />);
  return { dashboard, id: part.id };
}

const documentIn = (dashboard: OpenDashboard): DashboardDocument => dashboard.store.getState().document;
const settingIn = (dashboard: OpenDashboard, id: string) => JSON.stringify(itemOf(documentIn(dashboard), id));

// Searching by role computes the accessible name of every element of the page, which takes jsdom
// a second a list; the label that the name comes from is read directly instead.
const elements = (selector: string) => [...document.querySelectorAll<HTMLElement>(selector)];
const nameOf = (field: HTMLElement) =>
  (field instanceof HTMLInputElement ? field.labels?.[0] : null)?.textContent ??
  document.getElementById(field.getAttribute('aria-labelledby')?.split(' ')[0] ?? '')?.textContent ??
  '';
const named = (role: string, name: string) =>
  elements(`[role=${role}]`).find((field) => nameOf(field) === name) ?? null;
const namesOf = (role: string) =>
  elements(`[role=${role}]`)
    .map(nameOf)
    .filter((name) => name !== '');
/** The options of the list opened last: one that closes stays on the page for a moment. */
const options = () => [
  ...(elements('[role=listbox]').at(-1)?.querySelectorAll<HTMLElement>('[role=option]') ?? []),
];

/** Opens a list by its label and gives the names of its options. */
function optionsOf(label: string): string[] {
  fireEvent.mouseDown(named('combobox', label)!);
  return options().map((option) => option.textContent);
}

function choose(name: string) {
  fireEvent.click(options().find((option) => option.textContent === name)!);
}

describe.each(PARTS.map((part) => part.kind))('the settings of a %s', (kind) => {
  test('every switch writes what it says, and leaves a valid document', async () => {
    const { dashboard, id } = await settingsOf(kind);
    for (const label of namesOf('switch')) {
      const field = named('switch', label);
      if (!(field instanceof HTMLInputElement)) continue;
      const before = settingIn(dashboard, id);
      const wasOn = field.checked;
      fireEvent.click(field);
      // One of a list that may not become empty stays as it is.
      const now = named('switch', label);
      if (now instanceof HTMLInputElement && now.checked !== wasOn) {
        expect(settingIn(dashboard, id)).not.toBe(before);
        fireEvent.click(now);
      }
      expect(documentSchema.parse(documentIn(dashboard))).toEqual(documentIn(dashboard));
    }
  });

  test('every list takes its last option, and leaves a valid document', async () => {
    const { dashboard, id } = await settingsOf(kind);
    let taken = 0;
    for (const name of namesOf('combobox')) {
      // A list may have gone away with what another list chose.
      const field = named('combobox', name);
      if (!field || field instanceof HTMLInputElement) continue;
      choose(optionsOf(name).at(-1)!);
      taken += 1;
      expect(documentSchema.parse(documentIn(dashboard))).toEqual(documentIn(dashboard));
    }
    expect(taken).toBeGreaterThan(0);
    expect(itemOf(documentIn(dashboard), id)?.kind).toBe(kind);
  });

  test('a title is taken on leaving the field, and can be undone in one step', async () => {
    const { dashboard, id } = await settingsOf(kind);
    const field = screen.getByRole('textbox', { name: 'Title' });
    fireEvent.change(field, { target: { value: 'Harbour' } });
    expect(itemOf(documentIn(dashboard), id)?.title).toBe('');
    fireEvent.blur(field);
    expect(itemOf(documentIn(dashboard), id)?.title).toBe('Harbour');
    dashboard.store.temporal.getState().undo();
    expect(itemOf(documentIn(dashboard), id)?.title).toBe('');
  });
});

describe('settings of time controls', () => {
  test('the default is a phrase that is checked while it is typed', async () => {
    const { dashboard, id } = await settingsOf('lookback');
    const field = screen.getByRole('combobox', { name: 'Readers begin with' });
    fireEvent.change(field, { target: { value: 'last 0 days' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ default: 'last 14 days' });
    fireEvent.change(field, { target: { value: 'last 5 days' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ default: 'last 5 days' });
  });

  test('a control that only shows with another is told which of its values', async () => {
    const { dashboard, id } = await settingsOf('phrase');
    optionsOf('Shows');
    choose('Only with a choice of route');
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ reveal: { control: 'route' } });
    fireEvent.click(screen.getByRole('switch', { name: 'while it is Veldry' }));
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({
      reveal: { control: 'route', values: expect.arrayContaining(['Veldry']) as string[] },
    });
    optionsOf('Shows');
    choose('Always');
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ reveal: null });
  });

  test('periods of a list are named, moved, added and taken away', async () => {
    const { dashboard, id } = await settingsOf('periods');
    const entries = () =>
      (itemOf(documentIn(dashboard), id) as { entries: { name: string }[] }).entries.map(
        (entry) => entry.name,
      );
    expect(entries()[0]).toBe('Last 7 days');
    fireEvent.click(screen.getByRole('button', { name: 'Move Last 7 days down' }));
    expect(entries().slice(0, 2)).toEqual(['Last 28 days', 'Last 7 days']);
    fireEvent.click(screen.getByRole('button', { name: 'Remove Last 28 days' }));
    expect(entries()[0]).toBe('Last 7 days');
    const name = screen.getByRole('textbox', { name: 'Name of a new period' });
    fireEvent.change(name, { target: { value: 'This month' } });
    fireEvent.blur(name);
    fireEvent.click(screen.getByRole('button', { name: 'Add it' }));
    expect(entries().at(-1)).toBe('This month');
  });

  test('of one that is hidden now can be reached and changed', async () => {
    const reveal = { control: 'route', values: ['Nowhere'] };
    const { dashboard, id } = await settingsOf('lookback', TEST_MODEL, { reveal });
    expect(dashboard.answers.getState().controls[id]).toMatchObject({ kind: 'hidden' });
    const field = screen.getByRole('combobox', { name: 'Readers begin with' });
    fireEvent.change(field, { target: { value: 'last 5 days' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ default: 'last 5 days' });
    expect(screen.getByRole('switch', { name: 'Changes wait for Apply' })).toBeDefined();
  });

  test('limits of a look-back cannot cross', async () => {
    const { dashboard, id } = await settingsOf('lookback');
    const least = screen.getByRole('textbox', { name: 'At least' });
    fireEvent.change(least, { target: { value: '900' } });
    fireEvent.blur(least);
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ least: 365, most: 365 });
    fireEvent.change(least, { target: { value: 'many' } });
    fireEvent.blur(least);
    expect(screen.getByText('A whole number from 1 to 9999.')).toBeDefined();
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ least: 365 });
  });
});

describe('periods of the designer', () => {
  const SEASON = { key: 'season', name: 'Season', phrase: 'last 2 months' };
  const model = { ...TEST_MODEL, periods: [SEASON] };
  const AS_THE_MODEL = 'Season, as the model says';

  test('a default is a named one of the model, until a phrase of its own takes its place', async () => {
    const { dashboard, id } = await settingsOf('timeline', model);
    optionsOf('Readers begin with: which');
    choose(AS_THE_MODEL);
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({
      default: 'last 2 months',
      defaultNamed: 'season',
    });
    await act(() => dashboard.answer());
    fireEvent.click(screen.getByRole('button', { name: 'Set each end by itself' }));
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'From' }));
    choose('Open');
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({
      default: '../1970-03-02',
      defaultNamed: null,
    });
  });

  test('an own period is set by its ends, by a phrase, or by a name', async () => {
    const ownPeriod = { phrase: 'last 28 days', named: null, mode: 'replace', anchor: 'latest' };
    const { dashboard, id } = await settingsOf('line', model, { ownPeriod });
    const own = () => (itemOf(documentIn(dashboard), id) as Visual).ownPeriod;
    // Data of the test ends on 19 February 1970.
    expect(document.body.textContent).toContain('Now it shows 23 Jan – 19 Feb 1970');
    fireEvent.click(screen.getByRole('button', { name: 'Set each end by itself' }));
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'To' }));
    choose('Yesterday');
    expect(own()).toEqual({ ...ownPeriod, phrase: 'from 1970-01-23 to yesterday' });
    await act(() => dashboard.answer());
    expect(document.body.textContent).toContain('in a month 23 Jan – 1 Apr 1970');
    optionsOf('Own period: which');
    choose(AS_THE_MODEL);
    expect(own()).toEqual({ ...ownPeriod, phrase: 'last 2 months', named: 'season' });
  });

  test('a list takes named ones over with their names', async () => {
    const { dashboard, id } = await settingsOf('periods', model);
    optionsOf('Add a named period of the model');
    choose('Season');
    const { entries } = itemOf(documentIn(dashboard), id) as { entries: object[] };
    expect(entries.at(-1)).toEqual({ name: 'Season', phrase: 'last 2 months', named: 'season' });
    expect(named('combobox', 'Add a named period of the model')).toBeNull();
  });
});

describe('settings of visuals', () => {
  test('another dimension is taken, and a crosstab keeps at least one', async () => {
    const { dashboard, id } = await settingsOf('crosstab');
    optionsOf('Level 2');
    choose('channel · Trips');
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({
      rows: [{ column: 'route' }, { column: 'channel' }],
    });
    optionsOf('Level 1');
    choose('None');
    optionsOf('Level 1');
    choose('None');
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ rows: [{ column: 'channel' }] });
  });

  test('a fixed axis begins below its end', async () => {
    const { dashboard, id } = await settingsOf('line');
    optionsOf('Value axis');
    choose('Fixed');
    const from = screen.getByRole('textbox', { name: 'from' });
    fireEvent.change(from, { target: { value: '200' } });
    fireEvent.blur(from);
    expect(screen.getByText('Below 100.')).toBeDefined();
    fireEvent.change(from, { target: { value: '-5' } });
    fireEvent.blur(from);
    expect(itemOf(documentIn(dashboard), id)).toMatchObject({ axis: { kind: 'fixed', low: -5, high: 100 } });
  });

  test('choosing on a visual lays its wires, and takes them away with it', async () => {
    const { dashboard, id } = await settingsOf('bar');
    const wires = () => documentIn(dashboard).wires.filter((wire) => wire.control === id);
    expect(wires()).toEqual([]);
    fireEvent.click(screen.getByRole('switch', { name: 'Readers can choose on it' }));
    expect(wires().map((wire) => wire.target)).toContain('sea');
    fireEvent.click(screen.getByRole('switch', { name: 'Readers can choose on it' }));
    expect(wires()).toEqual([]);
  });
});
