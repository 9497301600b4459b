/** What a designer sets of a number range. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { newPart } from '../../../core/dashboard/document/parts';
import { line } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../../core/model/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { NumberRangeSettings } from './NumberRangeSettings';
import { choose } from '../../ui/testing';

const rangeIn = (document: ReturnType<typeof useDocument>) =>
  document.controls.find((entry): entry is NumberRange => entry.kind === 'numbers')!;

function Settings() {
  const { store } = useWorkspace();
  const control = rangeIn(useDocument());
  const change = (part: Partial<NumberRange>) =>
    store.getState().change((document) => ({
      ...document,
      controls: document.controls.map((entry) => (entry.id === control.id ? { ...control, ...part } : entry)),
    }));
  return <NumberRangeSettings control={control} change={change} />;
}

async function settings(more: object = {}) {
  const base = documentOf(line('sea'));
  const part = { ...newPart(base, TEST_MODEL, 'numbers')!, ...more };
  const dashboard = await openDashboard(withNewItem(base, TEST_MODEL, part));
  showIn(dashboard, <Settings />);
  const range = () => rangeIn(dashboard.store.getState().document);
  return { dashboard, range, id: part.id };
}

test('it compares a number of each row first, and what it begins with is said', async () => {
  const { range } = await settings();
  expect(range().of).toEqual({ dataset: 'trips', column: 'seats' });
  expect(screen.getByText(/Rows without a number are left out.*begin with every number\./)).toBeTruthy();
  expect(screen.queryByRole('combobox', { name: 'With other ranges on totals' })).toBeNull();
});

test('totals are of the first measure, joined with others as is said; and rows again', async () => {
  const { range } = await settings();
  choose('Compares', 'totals of categories');
  expect(range().of).toEqual({ dataset: 'trips', measure: 'rows' });
  choose('With other ranges on totals', /enough to lie in one/);
  expect(range().join).toBe('any');
  choose('With other ranges on totals', /has to lie in it/);
  expect(range().join).toBe('all');
  expect(screen.getByText(/keep the categories whose total lies in the range/)).toBeTruthy();
  choose('Compares', 'a number of each row');
  expect(range().of).toEqual({ dataset: 'trips', column: 'seats' });
});

test('what was compared already stays as it is', async () => {
  const { range } = await settings({ default: { low: 2, high: 3 } });
  choose('Compares', 'a number of each row');
  expect(range().default).toEqual({ low: 2, high: 3 });
});

test('bounds of one number are not those of another: they go, with what is held', async () => {
  const { dashboard, range, id } = await settings({ default: { low: 2, high: 3 } });
  act(() => dashboard.held.hold(range().id, { low: 1, high: 4 }));
  choose('Number', /^cents/);
  expect(range()).toMatchObject({
    of: { dataset: 'trips', column: 'cents' },
    default: { low: null, high: null },
  });
  expect(dashboard.held.state.ranges?.[id]).toBeUndefined();
});

test('it can be shown as bins, and as a slider again', async () => {
  const { range } = await settings();
  choose('Shown as', /^Bins/);
  expect(range().face).toBe('bins');
  choose('Shown as', /^From one number/);
  expect(range().face).toBe('slider');
});

test('readers begin with what is set now, once that is said', async () => {
  const { dashboard, range } = await settings();
  const begin = () => screen.queryByRole('button', { name: 'Begin with what is set now' });
  expect(begin()).toBeNull();
  act(() => dashboard.held.hold(range().id, { low: 2, high: null }));
  fireEvent.click(begin()!);
  expect(range().default).toEqual({ low: 2, high: null });
  expect(begin()).toBeNull();
  expect(screen.getByText(/begin with/).textContent).toMatch(/begin with numbers from 2\.$/);
});
