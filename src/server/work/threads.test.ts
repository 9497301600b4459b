import { emptyDocument } from '../../core/dashboard/document/document';
import { loadText, withDatabase } from '../testing';
import { ALONE } from '../caller';
import { Threads } from './threads';

const at = withDatabase();

const waits = () => new AbortController().signal;
const QUESTION = { document: emptyDocument('Empty'), year: false };

beforeAll(() => loadText(at.folder, 'Trips', 'day,seats\n2026-05-03,1\n2026-05-04,2\n'), 60_000);

test('a task is worked out in a thread; what a person can mend comes back as such', async () => {
  const threads = new Threads(1, 30_000);
  threads.warm();
  expect(JSON.parse(await threads.run('check', QUESTION, ALONE, waits()))).toEqual([]);
  const asked = { id: 4711, state: { periods: {}, choices: {} }, rows: 1 };
  await expect(threads.run('answers', asked, ALONE, waits())).rejects.toMatchObject({
    code: 'no-such-dashboard',
    status: 404,
  });
  await threads.stop();
}, 60_000);

test('one that takes too long ends its thread, and the next has another', async () => {
  const threads = new Threads(1, 1);
  await expect(threads.run('check', QUESTION, ALONE, waits())).rejects.toMatchObject({
    code: 'took-too-long',
    status: 503,
  });
  const patient = new Threads(1, 30_000);
  expect(JSON.parse(await patient.run('check', QUESTION, ALONE, waits()))).toEqual([]);
  await Promise.all([threads.stop(), patient.stop()]);
}, 60_000);

test('tasks of a thread that is lost are told as interrupted, and a new thread takes over', async () => {
  const threads = new Threads(1, 30_000);
  const lost = threads.run('check', QUESTION, ALONE, waits());
  const told = expect(lost).rejects.toMatchObject({ code: 'interrupted', status: 503 });
  await threads.stop();
  await told;
  expect(JSON.parse(await threads.run('check', QUESTION, ALONE, waits()))).toEqual([]);
  await threads.stop();
}, 60_000);
