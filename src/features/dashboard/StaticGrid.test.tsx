import { screen } from '@testing-library/react';
import type { Control } from '../../core/dashboard/document/document';
import { slicer, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { StaticGrid } from './StaticGrid';

async function grid(slicers: number, drawsAll = false) {
  const items = Array.from({ length: slicers }, (_, i) => ({ ...slicer(`s${i}`), title: `Slicer ${i}` }));
  const document = documentOf(timeline('span'), ...(items as Control[]));
  const layout = [...document.controls, ...document.visuals].map(({ id }, i) => ({
    item: id,
    x: 0,
    y: i * 6,
    w: 24,
    h: 6,
  }));
  const dashboard = await openDashboard({ ...document, layout });
  showIn(dashboard, <StaticGrid {...{ document, layout, drawsAll }} hasZones={false} />);
  return screen.getByRole('region', { name: 'Slicer 3' }).style.contentVisibility;
}

test('few items are all drawn at once', async () => {
  expect(await grid(10)).toBe('visible');
});

test('of many items those out of sight wait', async () => {
  expect(await grid(60)).toBe('auto');
});

test('on paper none waits', async () => {
  expect(await grid(60, true)).toBe('visible');
});
