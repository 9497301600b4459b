/** Sets of holidays and events: used or not, as what, added and removed. */
import { fireEvent, screen } from '@testing-library/react';
import type { SpecialSet } from '../../contract/almanac';
import { dayFromCivil } from '../../core/calendar/day';
import { serve, settled, show, takeFile } from '../ui/testing';
import { SpecialSets } from './SpecialSets';

const SET: SpecialSet = {
  id: 3,
  name: 'Islands',
  kind: 'holiday',
  enabled: true,
  source: 'islands.ics',
  events: 12,
  problem: null,
};
const named = (month: number, day: number, name: string, year = 2026) => ({
  day: dayFromCivil(year, month, day),
  name,
  kind: 'holiday' as const,
});

async function sets(
  all: readonly SpecialSet[],
  special: Parameters<typeof SpecialSets>[0]['special'] = [],
  answers: Record<string, unknown> = {},
) {
  const sent = serve({ '/api/almanac/sets': all, '/api/almanac/sets/3': all, ...answers });
  await show(<SpecialSets sets={all} special={special} year={2026} />);
  return sent;
}
const take = (name: string) => takeFile('iCalendar file', name, 'BEGIN');

test('without a set it says what to add', async () => {
  await sets([]);
  expect(screen.getByText(/^No set yet/)).toBeTruthy();
  expect(screen.queryByRole('table')).toBeNull();
});

test('a set tells how many entries it has and where they are from; one that cannot be used, why', async () => {
  await sets([
    SET,
    { ...SET, id: 4, name: 'Fairs', events: 1 },
    { ...SET, id: 5, name: 'Bad', problem: 'No end.' },
  ]);
  expect(screen.getByText('12 entries in islands.ics')).toBeTruthy();
  expect(screen.getByText('1 entry in islands.ics')).toBeTruthy();
  expect(screen.getByText('It names no days, since islands.ics cannot be used. No end.')).toBeTruthy();
});

test('a set is switched off, and taken for events', async () => {
  const sent = await sets([SET]);
  const used = screen.getByRole<HTMLInputElement>('switch', { name: 'Use Islands' });
  fireEvent.click(used);
  expect(used.checked).toBe(false);
  await settled();
  fireEvent.mouseDown(screen.getByRole('combobox'));
  fireEvent.click(screen.getByRole('option', { name: 'events' }));
  await settled();
  expect(sent).toEqual([
    { method: 'PATCH', path: '/api/almanac/sets/3', body: { enabled: false } },
    { method: 'PATCH', path: '/api/almanac/sets/3', body: { kind: 'event' } },
  ]);
});

test.each([
  ['island_holidays.ics', 'holiday'],
  ['summer-Events.ics', 'event'],
])('a file “%s” is added as a set of its name, as what it seems to be', async (name, kind) => {
  const sent = await sets([]);
  await take(name);
  expect(sent[0]).toMatchObject({
    method: 'POST',
    path: '/api/almanac/sets',
    body: { kind, source: name, text: 'BEGIN' },
  });
  expect((sent[0]!.body as { name: string }).name).not.toContain('.ics');
});

test('why a file cannot be added is told, until another one is', async () => {
  const answers: Record<string, unknown> = { 'POST /api/almanac/sets': { refuse: 'Line 3 has no end.' } };
  await sets([SET], [], answers);
  await take('bad.ics');
  expect(screen.getByRole('alert').textContent).toBe('Line 3 has no end.');
  serve({ 'POST /api/almanac/sets': [SET] });
  await take('good.ics');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a set is removed once one says so', async () => {
  const sent = await sets([SET]);
  fireEvent.click(screen.getByRole('button', { name: 'Remove Islands' }));
  await settled();
  expect(screen.getByText(/To leave it out for a while, switch it off/)).toBeTruthy();
  expect(sent).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Remove it' }));
  await settled();
  expect(sent).toEqual([{ method: 'DELETE', path: '/api/almanac/sets/3', body: null }]);
  expect(screen.getByText('Islands is removed.')).toBeTruthy();
});

test('the days of the year that is shown are named, of many the first', async () => {
  const days = Array.from({ length: 16 }, (_, i) => named(5, i + 1, `Fair ${i + 1}`));
  await sets([SET], [named(1, 1, 'Old year', 2025), ...days]);
  const line = screen.getByText(/^2026:/).textContent;
  expect(line).toContain('Fair 1 ·');
  expect(line).toContain('Fair 14 ·');
  expect(line).not.toContain('Fair 15');
  expect(line).not.toContain('Old year');
  expect(line).toMatch(/2 more$/);
});
