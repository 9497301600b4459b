import { fireEvent, screen } from '@testing-library/react';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import type { DashboardEntry } from '../../contract/dashboards';
import { serve, settled, show } from '../ui/testing';
import { DashboardRow } from './DashboardRow';

/** All of a page is in sight. */
class AllInSight {
  constructor(private readonly tell: (entries: readonly { isIntersecting: boolean }[]) => void) {}
  observe() {
    this.tell([{ isIntersecting: true }]);
  }
  unobserve() {}
  disconnect() {}
}
Object.assign(globalThis, { IntersectionObserver: AllInSight });

const ENTRY: DashboardEntry = {
  id: 7,
  title: 'Harbour',
  revision: 2,
  updatedAt: '2026-06-03T08:00:00Z',
  visuals: 3,
  controls: 1,
  pages: 1,
  tags: ['ferries'],
  problem: null,
  layout: [],
};

async function row(part: Partial<DashboardEntry>) {
  const nothing = () => undefined;
  await show(
    <Table>
      <TableBody>
        <DashboardRow
          entry={{ ...ENTRY, ...part }}
          isOneColumn={false}
          isFavourite={false}
          opened={undefined}
          onRename={nothing}
          onTags={nothing}
          onDuplicate={nothing}
          onRemove={nothing}
          onTag={nothing}
        />
      </TableBody>
    </Table>,
  );
}

const words = () => screen.getByRole('row').textContent;

const menu = async () => {
  fireEvent.click(screen.getByRole('button', { name: 'More of Harbour' }));
  await settled();
  return screen.getAllByRole('menuitem').map((item) => item.textContent);
};

test('tells what a dashboard shows now', async () => {
  const overview = {
    periods: [{ control: 'Span', words: 'May 2026' }],
    freshness: ['Trips: to 2 Jun'],
    findings: 1,
  };
  serve({ '/api/dashboards/7/overview': overview });
  await row({});
  expect(words()).toMatch(/3 visuals, 1 control.*Span May 2026.*Trips: to 2 Jun.*1 found/);
  expect(await menu()).toEqual(['Rename', 'Tags', 'Duplicate', 'Delete']);
});

test('tells why one cannot be read, asks nothing of it, and lets it be put away', async () => {
  serve({});
  await row({
    visuals: 0,
    controls: 0,
    problem: 'This version of Dathen cannot read the dashboard (visuals.0).',
  });
  expect(words()).toMatch(/cannot read the dashboard \(visuals\.0\)/);
  expect(words()).not.toMatch(/0 visuals/);
  expect(fetch).not.toHaveBeenCalled();
  expect(await menu()).toEqual(['Delete']);
});
