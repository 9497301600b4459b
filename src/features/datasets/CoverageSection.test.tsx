import { screen } from '@testing-library/react';
import type { DatasetSummary } from '../../contract/datasets';
import { TEST_MODEL } from '../../core/model/testing';
import { serve, show } from '../ui/testing';
import { CoverageSection } from './CoverageSection';

const hole = (first: string, last: string, days: number) => ({ first, last, days });
const covered = (more: object = {}) => ({
  first: '2025-01-01',
  last: '2025-12-31',
  days: 360,
  blank: 0,
  outside: 0,
  holes: [],
  ...more,
});
async function shown(coverage: object, roles: DatasetSummary['roles'] = TEST_MODEL.datasets[0]!.roles) {
  serve({ '/api/model': TEST_MODEL });
  await show(
    <CoverageSection
      dataset={{ ...TEST_MODEL.datasets[0]!, roles, coverage } as unknown as DatasetSummary}
    />,
  );
  return document.body.textContent ?? '';
}

test('each date role is told with its first and last day, its days and its rows without a date', async () => {
  const words = await shown({ day: covered({ blank: 3 }), other: covered({ days: 1 }) });
  expect(words).toMatch(
    /sailed Wed 1 Jan 2025 – Wed 31 Dec 2025 · data on 360 days · 3 rows without this date/,
  );
  expect(words).toMatch(/booked .* · data on 1 day(?!s)/);
});

test('holes are drawn all and named from the longest on, six of them', async () => {
  const holes = [1, 2, 3, 4, 5, 6, 7].map((n) => hole(`2025-0${n}-01`, `2025-0${n}-0${n}`, n));
  const words = await shown({ day: covered({ holes }) });
  expect(screen.getByRole('img', { name: 'Coverage of sailed, 7 holes' })).toBeTruthy();
  expect(words).toContain('7 holes: 1–7 Jul 2025 (7 days); 1–6 Jun 2025 (6 days);');
  expect(words).toContain('1–2 Feb 2025 (2 days); …');
});

test('a role without a day, and a dataset without a role', async () => {
  expect(await shown({ day: covered({ first: null, last: null, days: 0 }) })).toContain(
    'sailed: no day with data.',
  );
  expect(await shown({}, [])).toContain('No date role yet.');
});
