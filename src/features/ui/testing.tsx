/** Parts of pages for tests: shown with all that surrounds them, before a server that answers from a list. */
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { chooseLocale, currentLocale } from '../../core/locale';
import { theme } from '../../theme/theme';
import { fetchAll } from './lazily';
import { NoticeProvider } from './Notice';

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** A refusal with its status. */
interface Refusal {
  readonly refuse: string;
  readonly status?: number;
}
const isRefusal = (answer: unknown): answer is Refusal =>
  typeof answer === 'object' && answer !== null && 'refuse' in answer;

/**
 * Answers as a server does, from a list by “METHOD /path” or by the path alone, and notes what changes something. What
 * is not in the list is not found.
 */
export function serve(answers: Readonly<Record<string, unknown>>): Sent[] {
  const sent: Sent[] = [];
  global.fetch = jest.fn((address: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    const path = address.split('?')[0]!;
    if (method !== 'GET')
      sent.push({ method, path, body: init?.body === undefined ? null : JSON.parse(init.body as string) });
    const answer = answers[`${method} ${path}`] ??
      answers[path] ?? { refuse: `Nothing at ${path}.`, status: 404 };
    const refused = isRefusal(answer) ? answer : null;
    const body = refused ? { error: { code: 'refused', message: refused.refuse } } : answer;
    return Promise.resolve({
      ok: !refused,
      status: refused ? (refused.status ?? 400) : 200,
      headers: new Headers(),
      json: () => Promise.resolve(body),
    });
  }) as unknown as typeof fetch;
  return sent;
}

/** Shows a part, and waits until it has what it asked for. */
export async function show(part: ReactNode) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  await fetchAll();
  const shown = render(
    <ThemeProvider theme={theme}>
      <QueryClientProvider client={client}>
        <NoticeProvider>{part}</NoticeProvider>
      </QueryClientProvider>
    </ThemeProvider>,
  );
  await settled();
  return shown;
}

/** Turns of the clock within which a change is sent, answered, read anew and drawn. */
const TURNS = 10;

/** Until everything that was asked for has come and is drawn: nothing here takes longer than a turn of the clock. */
export async function settled() {
  for (let turn = 0; turn < TURNS; turn++) await act(() => new Promise((resolve) => setTimeout(resolve, 0)));
}

/** Numbers and days are written as in a place in each test of a file, until a test chooses another one. */
export function withNumbersOf(numbers: string) {
  const own = currentLocale();
  beforeEach(() => chooseLocale({ ...own, numbers }));
  afterEach(() => chooseLocale(own));
}

/** Types into a field in place of what is there; Enter or leaving it is another step. */
export function type(field: HTMLElement, text: string) {
  fireEvent.change(field, { target: { value: text } });
}
export const press = (field: HTMLElement, key: string, more: object = {}) =>
  fireEvent.keyDown(field, { key, ...more });

/** Opens a list by its label and takes an option. */
export function choose(label: string | RegExp, option: string | RegExp) {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(screen.getByRole('option', { name: option }));
}

/** Clicks a button, and waits until what follows is drawn. */
export async function click(name: string | RegExp) {
  fireEvent.click(screen.getByRole('button', { name }));
  await settled();
}

/** Gives a file to a field for files, and waits until what follows is drawn; `size` in bytes, where it is to be another. */
export async function takeFile(label: string, name: string, content: string, size = content.length) {
  // The page that tests run in has files without their contents.
  const file = Object.assign(new File([content], name), { text: () => Promise.resolve(content) });
  Object.defineProperty(file, 'size', { value: size });
  fireEvent.change(screen.getByLabelText(label), { target: { files: [file] } });
  await settled();
}

/** What is said below a field; with “wrong: ” before it where the field is marked as wrong. */
export function said(field: HTMLElement): string {
  const words = (field.getAttribute('aria-describedby') ?? '')
    .split(' ')
    .map((id) => document.getElementById(id)?.textContent ?? '')
    .join(' ');
  return field.getAttribute('aria-invalid') === 'true' ? `wrong: ${words}` : words;
}
