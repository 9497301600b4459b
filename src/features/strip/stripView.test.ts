import fc from 'fast-check';
import { d } from '../../core/calendar/testing';
import { extentOfRuns, moved, stripTicks, within, zoomed } from './stripView';

const whole = { from: d('2022-01-01'), to: d('2026-06-30') };

describe('the view of the almanac strip', () => {
  test('spans all lanes, without open ends', () => {
    expect(extentOfRuns([[{ start: 5, end: 9 }], [{ start: -Infinity, end: 20 }]])).toEqual({
      from: 5,
      to: 20,
    });
    expect(extentOfRuns([[], [{ start: -Infinity, end: Infinity }]])).toBeNull();
  });

  test('stays within the whole however it is zoomed and moved, and the pointed day stays where it is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            zoom: fc.boolean(),
            by: fc.double({ min: 0.3, max: 3, noNaN: true }),
            at: fc.double({ min: 0, max: 1, noNaN: true }),
          }),
          { maxLength: 12 },
        ),
        (steps) => {
          let view = whole;
          for (const { zoom, by, at } of steps) {
            view = zoom ? zoomed(view, by, at, whole) : moved(view, by - 1.5, whole);
            expect(view.from).toBeGreaterThanOrEqual(whole.from - 1e-6);
            expect(view.to).toBeLessThanOrEqual(whole.to + 1e-6);
            expect(view.to - view.from).toBeGreaterThanOrEqual(13.9);
          }
        },
      ),
    );
    const closer = zoomed(whole, 0.5, 0.25, whole);
    const at = (view: typeof whole) => view.from + 0.25 * (view.to - view.from);
    expect(at(closer)).toBeCloseTo(at(whole), 6);
  });

  test('has as many labels as there is room for', () => {
    expect(stripTicks(whole, 8).map((tick) => tick.label)).toEqual(['2022', '2023', '2024', '2025', '2026']);
    const centuries = { from: d('1800-01-01'), to: d('2199-12-31') };
    expect(stripTicks(centuries, 8).map((tick) => tick.label)).toEqual([
      ...['1800', '1850', '1900', '1950', '2000', '2050', '2100', '2150'],
    ]);
    expect(stripTicks({ ...centuries, from: d('2180-03-01') }, 5).map((tick) => tick.label)).toEqual([
      ...['2185', '2190', '2195'],
    ]);
    expect(stripTicks({ from: d('2025-02-10'), to: d('2025-05-20') }, 5).map((tick) => tick.label)).toEqual([
      'Mar',
      'Apr',
      'May',
    ]);
    expect(within({ from: 0, to: 10 }, { from: 5, to: 8 })).toEqual({ from: 5, to: 8 });
  });
});
