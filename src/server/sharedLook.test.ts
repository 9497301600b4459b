import { SharedLook } from './sharedLook';

/** Looks that end when the test says so. */
function byHand() {
  const ends: { give: (value: string) => void; fail: (error: Error) => void }[] = [];
  const look = new SharedLook(() => new Promise<string>((give, fail) => ends.push({ give, fail })));
  return { ends, look };
}

test('who asks while one is under way shares the next one, which is no older than the question', async () => {
  const { ends, look } = byHand();
  const first = look.take();
  const [second, third] = [look.take(), look.take()];
  expect(ends).toHaveLength(1);
  ends[0]!.give('before');
  expect(await first).toBe('before');
  await new Promise(setImmediate);
  expect(ends).toHaveLength(2);
  ends[1]!.give('after');
  expect(await Promise.all([second, third])).toEqual(['after', 'after']);
  const fourth = look.take();
  expect(ends).toHaveLength(3);
  ends[2]!.give('later');
  expect(await fourth).toBe('later');
});

test('one that fails is told to those who asked for it, and the next one looks anew', async () => {
  const { ends, look } = byHand();
  const first = look.take();
  const second = look.take();
  ends[0]!.fail(new Error('lost'));
  await expect(first).rejects.toThrow('lost');
  await new Promise(setImmediate);
  ends[1]!.give('found');
  expect(await second).toBe('found');
});
