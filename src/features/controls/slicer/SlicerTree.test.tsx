/** The values of a slicer as a tree: what is open, checked, struck, and how keys walk it. */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import type { Slicer } from '../../../core/dashboard/document/document';
import { pathText } from '../../../core/dashboard/reader/treePath';
import { slicer } from '../../../core/dashboard/document/testing';
import { press } from '../../ui/testing';
import { SlicerTree } from './SlicerTree';

const OWN = {
  ...slicer('routes'),
  face: 'tree',
  below: [{ dataset: 'trips', column: 'channel' }],
} as Slicer;
const NODES = [
  { path: ['Tamsel'], rows: 1200 },
  { path: ['Tamsel', 'web'], rows: 800 },
  { path: ['Tamsel', null], rows: 400 },
  { path: ['Veldry'], rows: 0 },
  { path: ['Veldry', 'web'], rows: 0 },
];

function Tree({ own, first, wanted }: { own: Slicer; first: readonly (string | null)[]; wanted: string }) {
  const [choice, setChoice] = useState(first);
  return (
    <SlicerTree
      slicer={own}
      title="Route"
      nodes={NODES}
      choice={choice}
      wanted={wanted}
      onChoose={setChoice}
    />
  );
}
const tree = (change: Partial<Slicer> = {}, first: (string | null)[][] = [], wanted = '') =>
  render(<Tree own={{ ...OWN, ...change }} first={first.map(pathText)} wanted={wanted} />);

const nodes = () => screen.getAllByRole('treeitem');
const names = () => nodes().map((node) => node.getAttribute('aria-label'));
const node = (name: string) => screen.getByRole('treeitem', { name: new RegExp(`^${name},`) });
const checks = () => nodes().map((each) => each.getAttribute('aria-checked'));
const isStruck = (name: string) =>
  node(name).querySelector<HTMLElement>('label > span')!.style.textDecoration === 'line-through';
const check = (name: string) => fireEvent.click(node(name).querySelector('input')!);

test('only the first level is open at first, and each node says how many rows it has', () => {
  tree();
  expect(names()).toEqual(['Tamsel, 1,200 rows', 'Veldry, no data']);
  expect(nodes().map((each) => each.textContent)).toEqual(['▸Tamsel1,200', '▸Veldry–']);
});

test('arrows open a node, walk into it and out again, and close it', () => {
  tree();
  act(() => node('Tamsel').focus());
  press(node('Tamsel'), 'ArrowRight');
  expect(names()).toEqual(['Tamsel, 1,200 rows', 'web, 800 rows', '(blank), 400 rows', 'Veldry, no data']);
  expect(node('web').getAttribute('aria-level')).toBe('2');
  expect(node('web').hasAttribute('aria-expanded')).toBe(false);
  press(node('Tamsel'), 'ArrowRight');
  expect(document.activeElement).toBe(node('web'));
  // There is nothing below it: the key goes on.
  press(node('web'), 'ArrowRight');
  expect(document.activeElement).toBe(node('\\(blank\\)'));
  press(node('\\(blank\\)'), 'ArrowLeft');
  press(node('web'), 'ArrowUp');
  expect(document.activeElement).toBe(node('Tamsel'));
  press(node('Tamsel'), 'End');
  expect(document.activeElement).toBe(node('Veldry'));
  press(node('Veldry'), 'ArrowDown');
  expect(document.activeElement).toBe(node('Veldry'));
  press(node('Veldry'), 'Home');
  press(node('Tamsel'), 'ArrowLeft');
  expect(names()).toHaveLength(2);
});

test('one is reached by Tab, the others by arrows', () => {
  tree({}, [['Tamsel', 'web']]);
  expect(nodes().map(({ tabIndex }) => tabIndex)).toEqual([0, -1, -1, -1]);
});

test('a node is checked with all below it, and half where some of it is', () => {
  tree({}, [['Tamsel', 'web']]);
  expect(checks()).toEqual(['mixed', 'true', 'false', 'false']);
  expect(node('Tamsel').querySelector('input')!.indeterminate).toBe(true);
  press(node('\\(blank\\)'), ' ');
  expect(checks()).toEqual(['true', 'true', 'true', 'false']);
  press(node('web'), 'Enter');
  expect(checks()).toEqual(['mixed', 'false', 'true', 'false']);
  check('Tamsel');
  expect(checks()[0]).toBe('true');
  check('Tamsel');
  expect(checks()).toEqual(['false', 'false', 'false', 'false']);
});

test('of one value another takes its place', () => {
  tree({ several: false }, [['Tamsel', 'web']]);
  expect(screen.getByRole('tree').getAttribute('aria-multiselectable')).toBe('false');
  check('\\(blank\\)');
  expect(checks()).toEqual(['mixed', 'false', 'true', 'false']);
});

test('what is left out is struck, what is kept is not; what has no data always is', () => {
  tree({ exclude: true }, [['Tamsel', 'web']]);
  expect([isStruck('Tamsel'), isStruck('web'), isStruck('\\(blank\\)'), isStruck('Veldry')]).toEqual([
    false,
    true,
    false,
    true,
  ]);
});

test('what is kept is not struck', () => {
  tree({ exclude: false }, [['Tamsel']]);
  expect([isStruck('Tamsel'), isStruck('Veldry')]).toEqual([false, true]);
});

test('without data nodes are left out where the designer has it so, but for those that are chosen', () => {
  tree({ unavailable: 'hidden' });
  expect(names()).toEqual(['Tamsel, 1,200 rows']);
});

test('a chosen node without data stays, though others go', () => {
  tree({ unavailable: 'hidden' }, [['Veldry', 'web']]);
  expect(names()).toEqual(['Tamsel, 1,200 rows', 'Veldry, no data', 'web, no data']);
});

test('a search shows what matches, in any case, with what is above it, open', () => {
  tree({}, [], 'blank');
  expect(names()).toEqual(['Tamsel, 1,200 rows', '(blank), 400 rows']);
});

test('a search for what is above shows it alone', () => {
  tree({}, [], 'veld');
  expect(names()).toEqual(['Veldry, no data']);
});
