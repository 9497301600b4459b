import { act, renderHook } from '@testing-library/react';
import { useTurning } from './useTurning';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const wait = (seconds: number) => act(() => jest.advanceTimersByTime(seconds * 1000));

test('pages come in turn and begin anew after the last', () => {
  const { result } = renderHook(() => useTurning(3, 20));
  const seen = [0, 1, 2, 3].map(() => {
    const { at } = result.current;
    wait(20);
    return at;
  });
  expect(seen).toEqual([0, 1, 2, 0]);
});

test('a page that is gone to has its whole time, and a pause holds it', () => {
  const { result } = renderHook(() => useTurning(3, 20));
  wait(19);
  act(() => result.current.step(-1));
  expect(result.current.at).toBe(2);
  wait(19);
  expect(result.current.at).toBe(2);
  act(() => result.current.pause(true));
  wait(100);
  expect(result.current.at).toBe(2);
  act(() => result.current.pause(false));
  wait(20);
  expect(result.current.at).toBe(0);
});

test('one page stays; of pages that become fewer the last is shown', () => {
  const { result, rerender } = renderHook(({ count }) => useTurning(count, 20), {
    initialProps: { count: 3 },
  });
  act(() => result.current.step(2));
  rerender({ count: 1 });
  wait(50);
  expect(result.current.at).toBe(0);
});
