import { fireEvent, screen, within } from '@testing-library/react';
import { RemoveButton } from './RemoveButton';
import { serve, settled, show } from './testing';

const USE = { words: 'Control “Days” of “Sea”', dashboard: 7 };

async function button(more: Partial<Parameters<typeof RemoveButton>[0]> = {}, uses: readonly object[] = []) {
  serve({ '/api/uses': uses });
  const done: string[] = [];
  await show(
    <RemoveButton
      name="Season"
      label="Remove"
      done="is removed"
      uses={{ period: 'season' }}
      onRemove={() => done.push('removed')}
      onUndo={() => done.push('back')}
      {...more}
    />,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Remove Season' }));
  await settled();
  return done;
}

test('what nothing uses goes at once, and comes back', async () => {
  const done = await button();
  expect(done).toEqual(['removed']);
  expect(screen.getByText('Season is removed.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(done).toEqual(['removed', 'back']);
});

test('it is asked for by what it is called to the server', async () => {
  await button();
  expect(jest.mocked(fetch).mock.calls[0]![0]).toBe('/api/uses?period=season');
});

test('what is used is told first, with the way to it, and may be kept', async () => {
  const done = await button({}, [USE, { words: 'Every rule', dashboard: null }]);
  const question = within(screen.getByRole('dialog', { name: 'Remove “Season”?' }));
  expect(question.getAllByRole('listitem').map((each) => each.textContent)).toEqual([
    USE.words,
    'Every rule',
  ]);
  expect(question.getByRole('link', { name: USE.words }).getAttribute('href')).toBe('/dashboards/7');
  fireEvent.click(question.getByRole('button', { name: 'Keep it' }));
  await settled();
  expect(done).toEqual([]);
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('what is used goes when one says so', async () => {
  const done = await button({}, [USE]);
  fireEvent.click(screen.getByRole('button', { name: 'Remove it' }));
  await settled();
  expect(done).toEqual(['removed']);
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('a warning is given also where nothing uses it, and without a way back there is none to press', async () => {
  const done = await button({ warning: 'It does not come back.', onUndo: undefined });
  expect(done).toEqual([]);
  const question = within(screen.getByRole('dialog'));
  expect(question.getByText('It does not come back.')).toBeTruthy();
  expect(question.queryByText('It is used by:')).toBeNull();
  fireEvent.click(question.getByRole('button', { name: 'Remove it' }));
  await settled();
  expect(done).toEqual(['removed']);
  expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
});

test('why it could not be removed is told', async () => {
  await button({
    onRemove: () => {
      throw new Error('It was removed by somebody else.');
    },
  });
  expect(screen.getByText('It was removed by somebody else.')).toBeTruthy();
});
