/** Schedules: what is due is made once, into a folder and by mail; what was missed or broken off is made up for. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { SMTPServer } from 'smtp-server';
import { scheduleSchema } from '../../contract/schedules';
import { emptyDocument } from '../../core/dashboard/document/document';
import { deleteDashboard, createDashboard, restoreDashboard } from '../dashboards/repository';
import { database, sqlTime } from '../database/connection';
import { schedule, scheduleRun } from '../database/schema';
import { withDatabase } from '../testing';
import { addSchedule, changeSchedule, deleteSchedule, listSchedules } from './repository';
import { runDue, runNow } from './runner';

// The figures are made in a thread of the built server; here what matters is when, where to, and how it ended.
jest.mock('../work/pool', () => ({
  compute: () =>
    Promise.resolve(JSON.stringify({ title: 'T', base64: Buffer.from('{"made":true}').toString('base64') })),
}));

const { folder } = withDatabase();
const HOUR = 3600_000;
const outbox = () => path.join(folder, 'outbox');

async function made(part: object = {}) {
  const { id } = await createDashboard(emptyDocument('Harbour'));
  const given = scheduleSchema.parse({
    name: 'Morning',
    cron: '0 7 * * *',
    timeZone: 'UTC',
    format: 'json',
    ...part,
  });
  return { id, schedule: await addSchedule(id, given), given };
}
const runsOf = async (id: number) => (await listSchedules(id))[0]!.runs;
const setDue = (id: number, at: number) =>
  database()
    .update(schedule)
    .set({ nextDue: sqlTime(at) })
    .where(eq(schedule.id, id));

afterEach(async () => {
  await database().delete(schedule);
  await database().delete(scheduleRun);
  delete process.env.DATHEN_SMTP;
  delete process.env.DATHEN_MAIL_FROM;
});

test('nothing is made before its time, and at its time one file, named after it', async () => {
  const { id, schedule: stored } = await made({ folder: 'board/daily' });
  const due = Date.parse(stored.nextDue);
  expect(new Date(due).getUTCHours()).toBe(7);
  expect(await runDue(due - 1000)).toBe(0);
  expect(await runDue(due + 1000)).toBe(1);
  expect(await runDue(due + 2000)).toBe(0);
  const [run] = await runsOf(id);
  expect(run).toMatchObject({ status: 'done', missed: 0, message: null });
  const name = `harbour-morning-${stored.nextDue.replace(/[-:TZ.]/g, '').slice(0, 12)}.json`;
  expect(run!.file).toBe(path.join(outbox(), 'board/daily', name));
  expect(JSON.parse(readFileSync(run!.file!, 'utf8'))).toEqual({ made: true });
  expect(readdirSync(path.dirname(run!.file!))).toEqual([name]);
});

test('times that were missed are made up for once, and counted', async () => {
  const { id, schedule: stored } = await made();
  const due = Date.parse(stored.nextDue);
  expect(await runDue(due + 3 * 24 * HOUR + HOUR)).toBe(1);
  expect(await runsOf(id)).toMatchObject([{ status: 'done', missed: 3 }]);
  expect(Date.parse((await listSchedules(id))[0]!.nextDue)).toBe(due + 4 * 24 * HOUR);
});

test('after a clock was ahead for a while, the next time is the one by the right clock', async () => {
  const { id, schedule: stored } = await made();
  const due = Date.parse(stored.nextDue);
  await setDue(stored.id, due + 10 * 24 * HOUR);
  expect(await runDue(due - HOUR)).toBe(0);
  expect((await listSchedules(id))[0]!.nextDue).toBe(stored.nextDue);
  expect(await runDue(due + 1000)).toBe(1);
});

test('of several processes that look at once, exactly one makes it', async () => {
  const { id, schedule: stored } = await made();
  const at = Date.parse(stored.nextDue) + 1000;
  const counts = await Promise.all(Array.from({ length: 6 }, () => runDue(at)));
  expect(counts.reduce((sum, count) => sum + count, 0)).toBe(1);
  expect(await runsOf(id)).toHaveLength(1);
});

test('a run that was broken off is told, and made again', async () => {
  const { id, schedule: stored } = await made();
  const due = Date.parse(stored.nextDue);
  await database()
    .insert(scheduleRun)
    .values({
      scheduleId: stored.id,
      dueAt: sqlTime(due - 24 * HOUR),
      startedAt: sqlTime(due - 24 * HOUR),
      status: 'running',
      missed: 0,
    });
  await setDue(stored.id, due + 24 * HOUR);
  expect(await runDue(due)).toBe(1);
  const runs = await runsOf(id);
  expect(runs.map(({ status }) => status)).toEqual(['done', 'interrupted']);
});

test('what goes wrong is told in words, and the next time comes all the same', async () => {
  const { id, schedule: stored } = await made({ selection: 'Gone by now' });
  await runDue(Date.parse(stored.nextDue));
  expect(await runsOf(id)).toMatchObject([
    {
      status: 'failed',
      message: expect.stringContaining('There is no selection “Gone by now”') as string,
      file: null,
    },
  ]);
  expect(Date.parse((await listSchedules(id))[0]!.nextDue)).toBe(Date.parse(stored.nextDue) + 24 * HOUR);
});

test('switched off, or with its dashboard in the bin, it waits; a new time is taken from now on', async () => {
  const { id, schedule: stored, given } = await made();
  const later = Date.parse(stored.nextDue) + HOUR;
  await changeSchedule(stored.id, { ...given, enabled: false });
  expect(await runDue(later)).toBe(0);
  const changed = await changeSchedule(stored.id, { ...given, cron: '30 9 * * *' });
  expect(new Date(changed.nextDue).toISOString()).toMatch(/T09:30:00/);
  await deleteDashboard(id);
  expect(await runDue(later + 48 * HOUR)).toBe(0);
  await restoreDashboard(id);
  expect(await runDue(later + 48 * HOUR)).toBe(1);
  await deleteSchedule(stored.id);
  expect(await listSchedules(id)).toEqual([]);
  await expect(runNow(stored.id)).rejects.toMatchObject({ code: 'no-such-schedule' });
});

test('by hand it is made at once, and its times stay', async () => {
  const { id, schedule: stored } = await made();
  await runNow(stored.id);
  const [after] = await listSchedules(id);
  expect(after!.nextDue).toBe(stored.nextDue);
  expect(after!.runs).toMatchObject([{ status: 'done' }]);
  expect(existsSync(after!.runs[0]!.file!)).toBe(true);
});

test('the file goes by mail where a server is set up; where none is, the run says so and the file is kept', async () => {
  const { id, schedule: stored } = await made({ mailTo: ['quay@skerrow.example', 'board@skerrow.example'] });
  await runNow(stored.id);
  const [failed] = await runsOf(id);
  expect(failed).toMatchObject({
    status: 'failed',
    message: expect.stringContaining('DATHEN_SMTP') as string,
  });

  const letters: { to: string[]; text: string }[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, session, done) {
      const parts: Buffer[] = [];
      stream.on('data', (bytes: Buffer) => parts.push(bytes));
      stream.on('end', () => {
        letters.push({
          to: session.envelope.rcptTo.map(({ address }) => address),
          text: Buffer.concat(parts).toString(),
        });
        done();
      });
    },
  });
  const listening = server.listen(0, '127.0.0.1');
  await new Promise((resolve) => listening.once('listening', resolve));
  process.env.DATHEN_SMTP = `smtp://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  process.env.DATHEN_MAIL_FROM = 'dathen@skerrow.example';
  await runNow(stored.id);
  expect((await runsOf(id))[0]).toMatchObject({ status: 'done' });
  expect(letters).toHaveLength(1);
  expect(letters[0]!.to).toEqual(['quay@skerrow.example', 'board@skerrow.example']);
  expect(letters[0]!.text).toContain('Subject: Harbour: Morning');
  const attached =
    /Content-Disposition: attachment[\s\S]*?\r\n\r\n([\w+/=\s]+?)\r\n--/.exec(letters[0]!.text)?.[1] ?? '';
  expect(Buffer.from(attached, 'base64').toString()).toBe('{"made":true}');
  await new Promise<void>((resolve) => server.close(() => resolve()));

  // Nobody listens any more.
  await runNow(stored.id);
  expect((await runsOf(id))[0]).toMatchObject({
    status: 'failed',
    message: expect.stringContaining('the mail was not sent') as string,
  });
});

test('a time that cannot be read is refused before anything is stored', async () => {
  const { id } = await createDashboard(emptyDocument('Quay'));
  const given = scheduleSchema.parse({
    name: 'X',
    cron: 'every morning at 7',
    timeZone: 'UTC',
    format: 'pdf',
  });
  await expect(addSchedule(id, given)).rejects.toMatchObject({ code: 'bad-cron' });
  expect(await listSchedules(id)).toEqual([]);
  for (const bad of ['../out', '/etc', 'a//b', 'a/../b', '.hidden'])
    expect(scheduleSchema.safeParse({ ...given, folder: bad }).success).toBe(false);
  await expect(listSchedules(99_999)).rejects.toMatchObject({ code: 'no-such-dashboard' });
});
