/** Files of a visual: no click is lost while another file is being made, and what went wrong is said. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { showIn } from '../../workspace/testing';
import { figure, open } from '../comparing/testing';
import { TakeAway } from './TakeAway';

interface Asked {
  readonly format: string;
  answer: (response: object) => void;
}

let asked: Asked[];
let saved: string[];

beforeEach(async () => {
  asked = [];
  saved = [];
  globalThis.fetch = jest.fn(
    (_path: string, init: { body: string }) =>
      new Promise((answer) => asked.push({ ...(JSON.parse(init.body) as { format: string }), answer })),
  ) as unknown as typeof fetch;
  URL.createObjectURL = () => 'blob:file';
  URL.revokeObjectURL = () => undefined;
  jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    saved.push(this.download);
  });
  const visual = figure();
  showIn(await open(visual), <TakeAway visual={visual} hasData />);
});
afterEach(() => jest.restoreAllMocks());

const click = (name: string) => {
  const button = screen.getByRole('button', { name });
  act(() => button.focus());
  fireEvent.click(button);
};
const file = (name: string) => ({
  ok: true,
  status: 200,
  headers: new Headers({ 'content-disposition': `attachment; filename*=UTF-8''${name}` }),
  blob: () => Promise.resolve(new Blob(['1'])),
});

test('what is clicked while a file is being made comes too, and the focus stays', async () => {
  click('Download CSV');
  click('Download XLSX');
  expect(asked.map(({ format }) => format)).toEqual(['csv', 'xlsx']);
  expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Download XLSX' }));
  await act(async () => {
    asked[1]!.answer(file('it.xlsx'));
    asked[0]!.answer(file('it.csv'));
    await Promise.resolve();
  });
  await waitFor(() => expect(saved).toEqual(['it.xlsx', 'it.csv']));
});

test('a file that is on its way is not asked for again; once it has come, it can be', async () => {
  click('Download CSV');
  click('Download CSV');
  expect(asked).toHaveLength(1);
  asked[0]!.answer(file('it.csv'));
  await waitFor(() => expect(saved).toHaveLength(1));
  click('Download CSV');
  expect(asked).toHaveLength(2);
});

test('what could not be made is said, and goes with the next try', async () => {
  click('Download JSON');
  const error = { code: 'server-busy', message: 'Too much is asked at once.' };
  asked[0]!.answer({
    ok: false,
    status: 503,
    headers: new Headers(),
    json: () => Promise.resolve({ error }),
  });
  await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('Too much is asked at once.'));
  click('Download JSON');
  expect(screen.queryByRole('alert')).toBeNull();
});
