import { render } from '@testing-library/react';
import type { LayoutPart } from '../../contract/dashboards';
import { GRID_COLUMNS } from '../../core/dashboard/document/grid';
import { LayoutPicture } from './LayoutPicture';

const part = (
  x: number,
  y: number,
  w: number,
  h: number,
  kind: LayoutPart['part'] = 'visual',
): LayoutPart => ({
  part: kind,
  x,
  y,
  w,
  h,
});
function boxes(...layout: LayoutPart[]) {
  const { container } = render(<LayoutPicture layout={layout} />);
  const at = (rect: Element, name: string) => Number(rect.getAttribute(name));
  return [...container.querySelectorAll('rect')].map((rect) => ({
    left: at(rect, 'x'),
    right: at(rect, 'x') + at(rect, 'width'),
    top: at(rect, 'y'),
    bottom: at(rect, 'y') + at(rect, 'height'),
    fill: rect.getAttribute('fill'),
  }));
}

test('parts stand beside and below each other as on the page, and within the picture', () => {
  const half = GRID_COLUMNS / 2;
  const [left, right, below] = boxes(
    part(0, 0, half, 4),
    part(half, 0, half, 4),
    part(0, 4, GRID_COLUMNS, 4),
  );
  expect(right!.left).toBeGreaterThan(left!.right);
  expect(right!.right).toBeLessThanOrEqual(96);
  expect(below!.top).toBeGreaterThanOrEqual(left!.bottom);
  expect(below!.right - below!.left).toBeCloseTo(2 * (left!.right - left!.left), -1);
});

test('a long page is pressed together, none of it is cut', () => {
  const parts = Array.from({ length: 50 }, (_, i) => part(0, i * 6, GRID_COLUMNS, 6));
  const drawn = boxes(...parts);
  expect(Math.max(...drawn.map(({ bottom }) => bottom))).toBeLessThan(61);
  expect(drawn.every(({ top, bottom }) => bottom - top > 0.99)).toBe(true);
});

test('time, choices and visuals look different', () => {
  const fills = boxes(part(0, 0, 4, 4), part(4, 0, 4, 4, 'time'), part(8, 0, 4, 4, 'choice')).map(
    ({ fill }) => fill,
  );
  expect(new Set(fills).size).toBe(3);
});
