import { render, screen } from '@testing-library/react';
import { Scrolling } from './Scrolling';

/** What the browser would say of every element's width and that of what is in it. */
function widths(frame: number, content: number) {
  jest.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(frame);
  jest.spyOn(HTMLElement.prototype, 'scrollWidth', 'get').mockReturnValue(content);
}

afterEach(() => jest.restoreAllMocks());

test('keys reach what is wider than its frame, and need not pass through what fits', () => {
  const table = (
    <Scrolling name="Loads, column by column">
      <table aria-label="Loads" />
    </Scrolling>
  );
  widths(800, 800);
  const { unmount } = render(table);
  expect(screen.queryByRole('region')).toBeNull();
  expect(screen.getByRole('table', { name: 'Loads' })).toBeTruthy();
  unmount();
  widths(300, 800);
  render(table);
  const frame = screen.getByRole('region', { name: 'Loads, column by column' });
  expect(frame.tabIndex).toBe(0);
  expect(frame.contains(screen.getByRole('table', { name: 'Loads' }))).toBe(true);
});
