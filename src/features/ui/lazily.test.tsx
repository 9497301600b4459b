/** Parts that come late. */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useLayoutEffect } from 'react';
import { After, fetchAll, lateLike, lazily } from './lazily';

const Word = ({ word }: { word: string }) => <b>{word}</b>;

test('something else stands there until its script has come; then it is drawn at once, everywhere', async () => {
  let come: () => void = () => undefined;
  const script = () => new Promise<{ Word: typeof Word }>((resolve) => (come = () => resolve({ Word })));
  const Late = lazily(script, 'Word', 'reading…');
  const { unmount } = render(<Late word="tide" />);
  expect(document.body.textContent).toBe('reading…');
  await act(async () => come());
  expect(document.body.textContent).toBe('tide');
  unmount();
  render(<Late word="ebb" />);
  expect(document.body.textContent).toBe('ebb');
});

test('one whose script comes after it was drawn and before it was shown is not left out', async () => {
  // Comes the moment that it is asked for.
  const there = {
    then(take: (parts: { Word: typeof Word }) => void) {
      take({ Word });
      return Promise.resolve();
    },
  };
  const Late = lazily(() => there as unknown as Promise<{ Word: typeof Word }>, 'Word', 'reading…');
  const Asking = () => {
    useLayoutEffect(() => void Late.fetch(), []);
    return null;
  };
  await act(
    async () =>
      void render(
        <>
          <Late word="tide" />
          <Asking />
        </>,
      ),
  );
  expect(document.body.textContent).toBe('tide');
});

test('it is fetched once, however often it is shown or wanted', async () => {
  let times = 0;
  const script = () => {
    times++;
    return Promise.resolve({ Word });
  };
  const Late = lazily(script, 'Word');
  await Promise.all([Late.fetch(), Late.fetch()]);
  render(
    <>
      <Late word="a" />
      <Late word="b" />
    </>,
  );
  expect(document.body.textContent).toBe('ab');
  expect(times).toBe(1);
});

test('a script that cannot be fetched is said, and asked for again', async () => {
  let isThere = false;
  const script = () => (isThere ? Promise.resolve({ Word }) : Promise.reject(new Error('away')));
  const Late = lazily(script, 'Word');
  await act(async () => void render(<Late word="tide" />));
  expect(screen.getByRole('alert').textContent).toContain('could not be fetched. What you set is kept.');
  isThere = true;
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Try again' })));
  expect(screen.queryByRole('alert')).toBeNull();
  expect(document.body.textContent).toBe('tide');
});

test('all can be fetched ahead', async () => {
  const Late = lazily(() => Promise.resolve({ Word }), 'Word', 'reading…');
  await fetchAll();
  render(<Late word="tide" />);
  expect(document.body.textContent).toBe('tide');
});

test('Esc while it is on its way takes back that it is wanted; once it is there the key is its own', async () => {
  let come: () => void = () => undefined;
  const Panel = ({ onClose }: { onClose: () => void }) => <button onClick={onClose}>Close</button>;
  const Late = lazily(
    () => new Promise<{ Panel: typeof Panel }>((resolve) => (come = () => resolve({ Panel }))),
    'Panel',
  );
  const close = jest.fn();
  render(
    <>
      <input aria-label="field" />
      <Late onClose={close} />
    </>,
  );
  fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Escape' });
  fireEvent.keyDown(document.body, { key: 'Enter' });
  expect(close).not.toHaveBeenCalled();
  fireEvent.keyDown(document.body, { key: 'Escape' });
  expect(close).toHaveBeenCalledTimes(1);
  await act(async () => come());
  fireEvent.keyDown(document.body, { key: 'Escape' });
  expect(close).toHaveBeenCalledTimes(1);
});

describe('what stands behind a part', () => {
  const late = () => {
    let come: (isThere: boolean) => void = () => undefined;
    const script = () =>
      new Promise<{ Word: typeof Word }>((resolve, reject) => {
        come = (isThere) => (isThere ? resolve({ Word }) : reject(new Error('away')));
      });
    const Late = lazily(script, 'Word', 'reading…');
    return { Late, come: (isThere: boolean) => come(isThere) };
  };

  test.each([true, false])('comes together with it, or once it cannot be had (%s)', async (isThere) => {
    const { Late, come } = late();
    render(
      <>
        <Late word="tide" />
        <After part={Late}>
          <button>Duplicate</button>
        </After>
      </>,
    );
    expect(screen.queryByRole('button', { name: 'Duplicate' })).toBeNull();
    await act(async () => come(isThere));
    expect(screen.getByRole('button', { name: 'Duplicate' })).toBeTruthy();
    expect(document.body.textContent).toContain(isThere ? 'tide' : 'could not be fetched');
  });

  test('waits for each script of a part that is made of several, and not at all for one that is there', async () => {
    const [one, other] = [late(), late()];
    const both = lateLike(() => null, one.Late, other.Late);
    render(<After part={both}>behind</After>);
    await act(async () => one.come(true));
    expect(document.body.textContent).toBe('');
    await act(async () => other.come(true));
    expect(document.body.textContent).toBe('behind');
    render(<After part={both}> at once</After>);
    expect(document.body.textContent).toBe('behind at once');
  });
});
