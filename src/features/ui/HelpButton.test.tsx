import { fireEvent, render, screen, within } from '@testing-library/react';
import { HelpButton } from './HelpButton';
import { isPageKey } from './isTyping';
import { fetchAll } from './lazily';
import { SidePanel } from './SidePanel';

beforeAll(fetchAll);
afterEach(() => localStorage.clear());

const press = (key: string, target: Element = document.body) => fireEvent.keyDown(target, { key });
const help = () => screen.queryByRole('region', { name: 'Keys and words' });

test('“?” opens the keys and words of the place, “?” and Esc close them', () => {
  render(<HelpButton place="read" />);
  expect(help()).toBeNull();
  press('?');
  expect(within(help()!).getByText('Arrange, Wire, Read')).toBeTruthy();
  press('?');
  expect(help()).toBeNull();
  press('?');
  press('Escape');
  expect(help()).toBeNull();
});

test('single letters can be switched off, for this browser', () => {
  render(<HelpButton place="wire" />);
  fireEvent.click(screen.getByRole('button', { name: 'Keys and words' }));
  const letters = screen.getByRole('switch', { name: 'Single letters and digits act as keys' });
  fireEvent.click(letters);
  press('Escape');
  press('?');
  expect(help()).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Keys and words' }));
  fireEvent.click(screen.getByRole('switch'));
  press('Escape');
  press('?');
  expect(help()).not.toBeNull();
});

test('a letter belongs to a field, list or menu that has the focus', () => {
  render(
    <>
      <input aria-label="field" />
      <ul role="listbox" tabIndex={0} aria-label="list" />
      <div role="menu" tabIndex={0} aria-label="menu" />
      <div role="slider" tabIndex={0} aria-label="slider" aria-valuenow={1} />
      <button>button</button>
    </>,
  );
  const isOf = (target: Element, more: KeyboardEventInit = {}) => {
    let answer: boolean | undefined;
    const listen = (event: KeyboardEvent) => (answer = isPageKey(event));
    window.addEventListener('keydown', listen, { once: true });
    fireEvent.keyDown(target, { key: '2', ...more });
    return answer;
  };
  for (const role of ['textbox', 'listbox', 'menu']) expect(isOf(screen.getByRole(role))).toBe(false);
  for (const role of ['button', 'slider']) expect(isOf(screen.getByRole(role))).toBe(true);
  expect(isOf(screen.getByRole('button'), { ctrlKey: true })).toBe(false);
});

test('of two side panels one is open; the focus comes back when it goes', () => {
  const closed: string[] = [];
  const panel = (name: string) => (
    <SidePanel key={name} name={name} title={name} width={400} onClose={() => closed.push(name)}>
      text
    </SidePanel>
  );
  const { rerender } = render(<button>opens it</button>);
  const opener = screen.getByRole('button', { name: 'opens it' });
  opener.focus();
  rerender(
    <>
      <button>opens it</button>
      {panel('Trace')}
    </>,
  );
  rerender(
    <>
      <button>opens it</button>
      {panel('Trace')}
      {panel('History')}
    </>,
  );
  expect(closed).toEqual(['Trace']);
});
