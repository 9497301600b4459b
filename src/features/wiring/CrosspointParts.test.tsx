import { render } from '@testing-library/react';
import { CrosspointMark } from './CrosspointParts';

const mark = (more: Partial<Parameters<typeof CrosspointMark>[0]>) =>
  render(<CrosspointMark state="wired" colour="teal" {...more} />).container;

test('where others turn pale the ring has a pale heart, else none', () => {
  expect(mark({}).querySelectorAll('circle')).toHaveLength(1);
  expect(mark({ pale: true }).querySelectorAll('circle')).toHaveLength(2);
});

test('a wired ring is filled, another one is not; half a ring is half a wire', () => {
  const fill = (state: 'wired' | 'unwired' | 'half') =>
    mark({ state }).querySelector('circle')!.getAttribute('fill');
  expect(fill('wired')).toBe('teal');
  expect(fill('unwired')).not.toBe('teal');
  expect(mark({ state: 'half' }).querySelector('path')).not.toBeNull();
  expect(mark({ state: 'wired' }).querySelector('path')).toBeNull();
});

test('without a route there is a bar and no ring, whatever else is known', () => {
  const bar = mark({ state: 'no route', pale: true, letter: 'b' });
  expect(bar.querySelector('circle')).toBeNull();
  expect(bar.querySelector('line')).not.toBeNull();
  expect(bar.textContent).toBe('');
});
