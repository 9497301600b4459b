/** Files made to hurt: each is refused early, with a sentence, and leaves nothing behind. */
import { copyFileSync, createWriteStream, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { deflateRawSync, crc32 as zlibCrc32 } from 'node:zlib';
import ExcelJS from 'exceljs';
import { profileAny, textTable } from './intake';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-intake-'));
beforeAll(() => {
  Object.assign(process.env, {
    DATHEN_DB_PORT: '1',
    DATHEN_DB_USER: 'nobody',
    DATHEN_DB_PASSWORD: 'none',
    DATHEN_DB_NAME: 'none',
    DATHEN_DATA: folder,
  });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function fileOf(name: string, text: string | Buffer): string {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
}

/** An archive of one part. */
function archive(name: string, bytes: Buffer, claimed = bytes.length): Buffer {
  const packed = deflateRawSync(bytes);
  const title = Buffer.from(name);
  const head = (signature: number, size: number) => {
    const header = Buffer.alloc(size);
    header.writeUInt32LE(signature);
    return header;
  };
  const shared = (header: Buffer, at: number) => {
    header.writeUInt16LE(20, at);
    header.writeUInt16LE(8, at + 4);
    header.writeUInt32LE(zlibCrc32(bytes), at + 10);
    header.writeUInt32LE(packed.length, at + 14);
    header.writeUInt32LE(claimed, at + 18);
    header.writeUInt16LE(title.length, at + 22);
  };
  const local = head(0x04034b50, 30);
  shared(local, 4);
  const central = head(0x02014b50, 46);
  shared(central, 6);
  const end = head(0x06054b50, 22);
  end.writeUInt16LE(1, 8);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(central.length + title.length, 12);
  end.writeUInt32LE(local.length + title.length + packed.length, 16);
  return Buffer.concat([local, title, packed, central, title, end]);
}

const failure = (work: Promise<unknown>) =>
  work.then(
    () => ({ code: 'none', message: '' }),
    (error: unknown) => error as { code: string; message: string },
  );

describe('a file made to hurt', () => {
  test('a workbook that unpacks to a thousand times its size is refused unread', async () => {
    const bomb = fileOf('bomb.xlsx', archive('xl/worksheets/sheet1.xml', Buffer.alloc(64 * 1024 ** 2, 97)));
    const error = await failure(profileAny(bomb, {}));
    expect(error).toMatchObject({ code: 'workbook-too-large' });
    expect(error.message).toContain('unpacks to 64 MB');
  });

  test('a workbook whose texts would not fit into memory is refused unread', async () => {
    const texts = fileOf(
      'texts.xlsx',
      archive('xl/sharedStrings.xml', Buffer.alloc(1000, 97), 800 * 1024 ** 2),
    );
    expect((await failure(profileAny(texts, {}))).message).toContain('texts take 800 MB');
  });

  test('an archive that is no workbook, and one that is cut off, say so', async () => {
    const other = fileOf('other.xlsx', archive('readme.txt', Buffer.from('hello')));
    expect(await failure(profileAny(other, {}))).toMatchObject({ code: 'bad-workbook' });
    const cut = fileOf('cut.xlsx', archive('xl/workbook.xml', Buffer.alloc(5000, 97)).subarray(0, 60));
    expect(await failure(profileAny(cut, {}))).toMatchObject({ code: 'bad-workbook' });
  });

  test('JSON lines with too many names, too deep, or without an end are refused', async () => {
    const many = Object.fromEntries(Array.from({ length: 50_000 }, (_, i) => [`name ${i}`, i]));
    const wide = fileOf('wide.jsonl', `${JSON.stringify(many)}\n`);
    expect(await failure(profileAny(wide, {}))).toMatchObject({ code: 'too-many-columns' });
    const nested = fileOf('deep.jsonl', `{"a":1}\n{"a":${'['.repeat(200_000)}${']'.repeat(200_000)}}\n`);
    expect(await failure(profileAny(nested, {}))).toMatchObject({
      code: 'bad-json',
      message: 'Line 2 is nested too deeply.',
    });
    const endless = fileOf('endless.jsonl', `{"a":1}\n{"a":"${'x'.repeat(18 * 1024 ** 2)}`);
    expect((await failure(profileAny(endless, {}))).message).toMatch(/^Line 2 is longer than/);
  });

  test('a text table with too many columns is refused', async () => {
    const wide = fileOf('wide.csv', `${Array.from({ length: 5000 }, (_, i) => `c${i}`).join(',')}\n`);
    expect((await failure(profileAny(wide, {}))).message).toContain('5,000 columns; at most 200');
  });

  test('what is given up leaves no half table behind', () => {
    expect(readdirSync(path.join(folder, 'uploads')).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
});

describe('cancelling', () => {
  test('ends the reading of a workbook long before its end', async () => {
    const file = path.join(folder, 'long.xlsx');
    const output = createWriteStream(file);
    const workbook = new ExcelJS.stream.xlsx.WorkbookWriter({ stream: output });
    const sheet = workbook.addWorksheet('Long');
    for (let row = 0; row < 60_000; row++) sheet.addRow([`row ${row}`, row, row / 7]).commit();
    await workbook.commit();
    if (!output.closed) await once(output, 'close');
    const timed = async (work: () => Promise<unknown>) => {
      const begun = performance.now();
      await work();
      return performance.now() - begun;
    };
    // A table that was read once is kept: another file of the same rows.
    const same = path.join(folder, 'same.xlsx');
    copyFileSync(file, same);
    const whole = await timed(() => textTable(same, 'Long'));
    const stop = new AbortController();
    const read = failure(textTable(file, 'Long', stop.signal));
    await new Promise((resolve) => setTimeout(resolve, 300));
    stop.abort();
    // As this machine goes now: it may have other things to do.
    const rest = await timed(async () => expect(await read).toMatchObject({ code: 'cancelled' }));
    expect(rest).toBeLessThan(whole / 2);
  }, 60_000);
});
