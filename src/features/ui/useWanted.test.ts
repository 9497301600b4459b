import { LatestWanted } from './useWanted';

function begin() {
  const sent: string[] = [];
  const answers: { resolve: () => void; reject: (error: Error) => void }[] = [];
  let settled = 0;
  const latest = new LatestWanted<string>(() => settled++);
  const want = (wanted: string) =>
    latest.want(wanted, (value) => {
      sent.push(value);
      return new Promise<void>((resolve, reject) => answers.push({ resolve, reject }));
    });
  const next = () => new Promise<void>((resolve) => setImmediate(resolve));
  return { want, sent, answers, next, settled: () => settled };
}

describe('what is wanted of the server', () => {
  test('is sent one at a time, and of several only the last', async () => {
    const { want, sent, answers, next, settled } = begin();
    for (const value of ['off', 'on', 'off']) want(value);
    expect(sent).toEqual(['off']);
    answers.shift()!.resolve();
    await next();
    expect(sent).toEqual(['off', 'off']);
    expect(settled()).toBe(0);
    answers.shift()!.resolve();
    await next();
    expect([sent, settled()]).toEqual([['off', 'off'], 1]);
  });

  test('a failure does not keep a later wish from being sent', async () => {
    const { want, sent, answers, next, settled } = begin();
    want('a');
    want('b');
    answers.shift()!.reject(new Error('offline'));
    await next();
    expect(sent).toEqual(['a', 'b']);
    answers.shift()!.resolve();
    await next();
    expect(settled()).toBe(1);
    want('c');
    expect(sent).toEqual(['a', 'b', 'c']);
  });
});
