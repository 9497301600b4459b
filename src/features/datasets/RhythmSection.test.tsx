import type { DatasetEdit } from '../../contract/datasets';
import { fireEvent, render, screen } from '@testing-library/react';
import type { Rhythm } from '../../core/model/rhythm';
import { RhythmSection } from './RhythmSection';

const DAILY: Rhythm = { weekdays: [1, 2, 3, 4, 5, 6, 7], by: '07:00', timeZone: 'UTC' };
const DAY_MS = 86_400_000;

function show(rhythm: Rhythm | null, loadedAt: string, live = false) {
  const edits: DatasetEdit[] = [];
  render(
    <RhythmSection
      dataset={{ rhythm, timeZone: 'Europe/Lisbon', loadedAt, live }}
      onChange={(edit) => edits.push(edit)}
    />,
  );
  return edits;
}
const ago = (days: number) => new Date(Date.now() - days * DAY_MS).toISOString();

test('nothing is expected at first; a rhythm begins with weekdays in the dataset’s own time', () => {
  const edits = show(null, ago(100));
  fireEvent.click(screen.getByRole('button', { name: 'Say when data is expected' }));
  expect(edits).toEqual([{ rhythm: { weekdays: [1, 2, 3, 4, 5], by: '07:00', timeZone: 'Europe/Lisbon' } }]);
});

test('data that came is not late, data that did not is, with since when', () => {
  show(DAILY, ago(0));
  expect(screen.getByRole('status').textContent).toBe('Every day by 07:00: nothing is late.');
});

test('late data is told with since when', () => {
  show(DAILY, ago(5));
  expect(screen.getByRole('status').textContent).toMatch(
    /^Every day by 07:00: late since \d+ \w+ \d{4}, \d\d:\d\d here\.$/,
  );
});

test('days and time are changed; the last day cannot go, and what is no time is not taken', () => {
  const edits = show({ ...DAILY, weekdays: [1, 2] }, ago(0));
  fireEvent.click(screen.getByRole('button', { name: 'Tue' }));
  expect(edits.at(-1)).toEqual({ rhythm: { ...DAILY, weekdays: [1] } });
  const by = screen.getByRole('textbox', { name: 'By' });
  fireEvent.change(by, { target: { value: '7 in the morning' } });
  fireEvent.blur(by);
  expect(screen.getByText('As 07:00.')).toBeTruthy();
  expect(edits).toHaveLength(1);
  fireEvent.change(by, { target: { value: '18:30' } });
  fireEvent.blur(by);
  expect(edits.at(-1)).toEqual({ rhythm: { ...DAILY, weekdays: [1, 2], by: '18:30' } });
  fireEvent.click(screen.getByRole('button', { name: 'Expect nothing' }));
  expect(edits.at(-1)).toEqual({ rhythm: null });
});

test('what is read as it is cannot be late', () => {
  show(DAILY, ago(5), true);
  expect(screen.queryByRole('status')).toBeNull();
});
