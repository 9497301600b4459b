/** Where items lie on paper, by what of them could be scrolled to. */
import { act, render } from '@testing-library/react';
import { line, table } from '../../../core/dashboard/document/testing';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { usePlacesOnPaper } from './usePlacesOnPaper';

const BASE = documentOf(table('log'), line('sea'));
const DOCUMENT = {
  ...BASE,
  layout: [
    { item: 'log', x: 0, y: 0, w: 12, h: 6 },
    { item: 'sea', x: 0, y: 6, w: 12, h: 6 },
  ],
};
const PAGE = pagesOf(DOCUMENT)[0].id;
const STEP = ROW_HEIGHT + GAP;

/** An item in which something can be scrolled: hidden so much of it, in pixels. */
function Sheet({ isDrawn, below, beside }: { isDrawn: boolean; below: number; beside: number }) {
  const places = usePlacesOnPaper(DOCUMENT, PAGE, isDrawn);
  const measured = (element: HTMLElement | null) => {
    if (!element) return;
    const { clientHeight, clientWidth } = element;
    Object.defineProperty(element, 'scrollHeight', { value: clientHeight + below });
    Object.defineProperty(element, 'scrollWidth', { value: clientWidth + beside });
  };
  return (
    <>
      <div id="item-log">
        <div ref={measured} data-testid="scroller" style={{ overflowY: 'auto', overflowX: 'auto' }} />
        <div ref={measured} style={{ overflow: 'hidden' }} />
      </div>
      <output>{places.map(({ item, y, h }) => `${item} ${y}+${h}`).join(', ')}</output>
    </>
  );
}

async function sheet(below: number, { beside = 0, isDrawn = true } = {}) {
  const { container, unmount } = render(<Sheet isDrawn={isDrawn} below={below} beside={beside} />);
  await act(() => new Promise((resolve) => requestAnimationFrame(() => resolve(undefined))));
  const found = {
    places: container.querySelector('output')!.textContent,
    zoom: container.querySelector<HTMLElement>('[data-testid=scroller]')!.style.zoom || 'none',
  };
  unmount();
  return found;
}

test('items that hide nothing lie as they are arranged', async () => {
  expect(await sheet(0)).toEqual({ places: 'log 0+6, sea 6+6', zoom: 'none' });
});

test('one is as high as what is in it, and what is below goes down', async () => {
  expect((await sheet(2 * STEP)).places).toBe('log 0+8, sea 8+6');
  expect((await sheet(2 * STEP + 1)).places).toBe('log 0+9, sea 9+6');
});

test('a list of thousands does not go on paper', async () => {
  expect((await sheet(9000 * STEP)).places).toBe('log 0+66, sea 66+6');
});

test('what is wider is drawn smaller, and so higher by less', async () => {
  const found = await sheet(4 * STEP, { beside: 640 });
  expect(found).toEqual({ places: 'log 0+8, sea 8+6', zoom: '0.5' });
});

test('nothing is measured before it is drawn', async () => {
  expect(await sheet(2 * STEP, { beside: 640, isDrawn: false })).toEqual({
    places: 'log 0+6, sea 6+6',
    zoom: 'none',
  });
});
