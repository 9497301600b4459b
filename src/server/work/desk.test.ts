import { Desk } from './desk';

/** Work that ends when the test says so. */
function byHand() {
  const asked: { signal: AbortSignal; answer: (text: string) => void; fail: (error: Error) => void }[] = [];
  const work = (signal: AbortSignal) =>
    new Promise<string>((answer, fail) => asked.push({ signal, answer, fail }));
  return { asked, work };
}

const settle = () => new Promise((resolve) => setImmediate(resolve));
const LIMITS = { atOnce: 2, waiting: 3, kept: 1000 };

test('who asks the same shares one answer, and it is kept', async () => {
  const desk = new Desk(LIMITS);
  const { asked, work } = byHand();
  const both = [desk.ask('a', work), desk.ask('a', work)];
  await settle();
  expect(asked).toHaveLength(1);
  asked[0]!.answer('forty');
  expect(await Promise.all(both)).toEqual(['forty', 'forty']);
  expect(await desk.ask('a', work)).toBe('forty');
  expect(asked).toHaveLength(1);
  void desk.ask('b', work);
  await settle();
  expect(asked).toHaveLength(2);
});

test('without a key nothing is shared or kept', async () => {
  const desk = new Desk(LIMITS);
  const { asked, work } = byHand();
  const both = [desk.ask(null, work), desk.ask(null, work)];
  await settle();
  expect(asked).toHaveLength(2);
  asked.forEach(({ answer }, i) => answer(String(i)));
  expect(await Promise.all(both)).toEqual(['0', '1']);
});

test('a failure is told to all who wait, and not kept', async () => {
  const desk = new Desk(LIMITS);
  const { asked, work } = byHand();
  const both = [desk.ask('a', work), desk.ask('a', work)];
  await settle();
  asked[0]!.fail(new Error('lost'));
  for (const each of both) await expect(each).rejects.toThrow('lost');
  const again = desk.ask('a', work);
  await settle();
  asked[1]!.answer('found');
  expect(await again).toBe('found');
});

test('only a few run at once, some wait, and more are turned away with a time to come back', async () => {
  const desk = new Desk(LIMITS);
  const { asked, work } = byHand();
  const waiting = ['a', 'b', 'c', 'd', 'e'].map((key) => desk.ask(key, work));
  await settle();
  expect(asked).toHaveLength(2);
  await expect(desk.ask('f', work)).rejects.toMatchObject({
    code: 'too-busy',
    status: 503,
    details: { retryAfter: 2 },
  });
  for (let i = 0; i < 5; i++) {
    asked[i]!.answer(String(i));
    await settle();
  }
  expect(await Promise.all(waiting)).toEqual(['0', '1', '2', '3', '4']);
});

test('who goes leaves the line; work ends when the last one goes, and who comes then begins anew', async () => {
  const desk = new Desk({ ...LIMITS, atOnce: 1 });
  const { asked, work } = byHand();
  const [first, second, third] = [new AbortController(), new AbortController(), new AbortController()];
  const one = desk.ask('a', work, first.signal);
  const two = desk.ask('a', work, second.signal);
  const waits = desk.ask('b', work, third.signal);
  await settle();
  third.abort();
  await expect(waits).rejects.toMatchObject({ code: 'gone' });
  first.abort();
  await expect(one).rejects.toMatchObject({ code: 'gone' });
  expect(asked[0]!.signal.aborted).toBe(false);
  second.abort();
  await expect(two).rejects.toMatchObject({ code: 'gone' });
  expect(asked[0]!.signal.aborted).toBe(true);
  const anew = desk.ask('a', work);
  asked[0]!.fail(new Error('ended'));
  await settle();
  expect(asked).toHaveLength(2);
  asked[1]!.answer('whole');
  expect(await anew).toBe('whole');
  await expect(desk.ask('c', work, first.signal)).rejects.toMatchObject({ code: 'gone' });
  expect(asked).toHaveLength(2);
});

test('answers beyond the room there is for them make place for newer ones', async () => {
  const desk = new Desk({ ...LIMITS, kept: 100 });
  let made = 0;
  const work = () => Promise.resolve(`${++made}`.padEnd(60, '.'));
  await desk.ask('a', work);
  await desk.ask('b', work);
  await desk.ask('b', work);
  expect(made).toBe(2);
  await desk.ask('a', work);
  expect(made).toBe(3);
});
