import { act, fireEvent, screen, within } from '@testing-library/react';
import { pageOf, pagesOf, placesOn, withNewPage } from '../../../core/dashboard/document/pages';
import { bar, line, slicer, timeline } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn, type OpenDashboard } from '../../workspace/testing';
import { PageBar } from '../arrange/PageBar';
import { NarrowOrder } from './NarrowOrder';
import { ItemPageSetting, PageSetting } from './PageSetting';

const ONE = documentOf(line('sea'), bar('ports'), timeline('span'), slicer('route'));
const documentIn = (dashboard: OpenDashboard) => dashboard.store.getState().document;

async function show(document = ONE, items: readonly string[] = ['sea']) {
  const dashboard = await openDashboard(document);
  showIn(
    dashboard,
    <>
      <PageBar onNew={() => undefined} />
      <PageSetting />
      <ItemPageSetting items={items} />
      <NarrowOrder />
    </>,
  );
  return dashboard;
}

const press = async (name: string | RegExp) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await act(() => Promise.resolve());
};
const choose = async (label: string, option: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: option }));
  await act(() => Promise.resolve());
};

test('one page is not named; a second one gives both names, and is the one that is shown', async () => {
  const dashboard = await show();
  expect(screen.queryByRole('tablist')).toBeNull();
  expect(screen.queryByRole('combobox', { name: 'Page' })).toBeNull();
  await press('Add a page');
  expect(screen.getAllByRole('tab').map((tab) => tab.textContent)).toEqual(['Page 1', 'Page 2']);
  expect(screen.getByRole('tab', { selected: true }).textContent).toBe('Page 2');
  expect(placesOn(documentIn(dashboard), 'page2')).toEqual([]);
});

test('a page is renamed, moved and removed with what lies on it; undo brings it back', async () => {
  const dashboard = await show(withNewPage(ONE).document);
  const field = screen.getByRole('textbox', { name: 'Name of the page' });
  fireEvent.change(field, { target: { value: 'Page 2' } });
  expect(screen.getByText('Another page has this name.')).toBeTruthy();
  fireEvent.change(field, { target: { value: 'At sea' } });
  fireEvent.blur(field);
  expect(pagesOf(documentIn(dashboard)).map(({ name }) => name)).toEqual(['At sea', 'Page 2']);
  await press('Move it later');
  expect(pagesOf(documentIn(dashboard)).map(({ name }) => name)).toEqual(['Page 2', 'At sea']);
  expect(screen.getByRole('tab', { selected: true }).textContent).toBe('At sea');
  await press('Remove the page and its 4 items');
  expect(documentIn(dashboard).visuals).toEqual([]);
  await press('Undo');
  expect(documentIn(dashboard).visuals).toHaveLength(2);
});

test('an item moves to another page, which is turned to; a control may stand on every page', async () => {
  const dashboard = await show(withNewPage(ONE).document, ['span']);
  await choose('Page', 'Page 2');
  expect(pageOf(documentIn(dashboard), 'span')).toBe('page2');
  expect(screen.getByRole('tab', { selected: true }).textContent).toBe('Page 2');
  await choose('Page', 'Every page');
  expect(pageOf(documentIn(dashboard), 'span')).toBeNull();
});

test('a visual is not offered every page', async () => {
  await show(withNewPage(ONE).document, ['sea', 'span']);
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Page' }));
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual(['Page 1', 'Page 2']);
});

test('the order on small screens is changed, and taken back', async () => {
  const dashboard = await show();
  const order = () => screen.getAllByRole('listitem').map((entry) => entry.textContent.replace(/[↑↓]/g, ''));
  const before = order();
  await press(`${before[0]!}: later`);
  expect(order()).toEqual([...before].reverse());
  expect(documentIn(dashboard).narrowOrder).toEqual(['ports', 'sea']);
  await press('Back to the order of reading');
  expect(order()).toEqual(before);
});
