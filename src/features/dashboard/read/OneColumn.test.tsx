import { screen } from '@testing-library/react';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { line } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { ROW_HEIGHT } from '../StaticGrid';
import { OneColumn } from './OneColumn';

test('a text is as high as what it says; a chart as high as it was laid out', async () => {
  const text = { id: 'said', kind: 'text', title: 'In short', text: 'one\n\ntwo', measures: [] } as never;
  const made = documentOf(text, line('course'));
  const layout = [
    { item: 'said', x: 0, y: 0, w: 12, h: 2 },
    { item: 'course', x: 0, y: 2, w: 12, h: 6 },
  ];
  const document = { ...made, layout };
  showIn(await openDashboard(document), <OneColumn document={document} page={pagesOf(document)[0].id} />);
  const places = [...window.document.querySelectorAll<HTMLElement>('section[data-item]')].map((item) => {
    const { height, minHeight } = item.parentElement!.style;
    return { id: item.id, height, minHeight, contain: item.style.contain };
  });
  expect(screen.getByRole('region', { name: 'In short' })).toBeTruthy();
  expect(places.map(({ id }) => id)).toEqual(['item-said', 'item-course']);
  const [said, course] = places;
  expect(said!.height).toBe('');
  expect(parseFloat(said!.minHeight)).toBeGreaterThanOrEqual(2 * ROW_HEIGHT);
  expect(course!.minHeight).toBe('');
  expect(parseFloat(course!.height)).toBeGreaterThanOrEqual(6 * ROW_HEIGHT);
  // Only what has a height of its own may be laid out without looking at what is in it.
  expect(places.map(({ contain }) => contain)).toEqual(['content', 'strict']);
});
