/** What a schedule makes: a file in a folder, and the same by mail. */
import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileName, type FileFormat } from '../../contract/files';
import { stateFromAddress } from '../../core/dashboard/reader/address';
import { serverConfig } from '../config';
import { readDashboard } from '../dashboards/read';
import { canMail, sendMail } from '../mail';
import { pdfOf } from '../print/pdf';
import { wantedPrint } from '../print/wanted';
import { Problem } from '../problem';
import { compute } from '../work/pool';
import type { DataFile } from '../work/tasks';
import type { ScheduleRow } from './repository';

/** Where everything is put that is made. */
export const outbox = (): string => serverConfig().outbox;

/** The file of a schedule, made as of `due` (as the database writes times); gives its path, and sends it where mail is asked for. */
export async function makeScheduled(row: ScheduleRow, due: string): Promise<string> {
  const { document } = await readDashboard(row.dashboardId);
  const print = await wantedPrint(row.dashboardId, { selection: row.selection, page: row.page, today: null });
  const content =
    row.format === 'pdf'
      ? await pdfOf(`http://127.0.0.1:${process.env.DATHEN_PORT}`, print)
      : await dataOf(row, { document, state: stateFromAddress(document, print.parts), page: print.page });
  const folder = path.join(outbox(), row.folder);
  mkdirSync(folder, { recursive: true });
  const stamp = due.replace(/[-: ]/g, '').slice(0, 12);
  const file = path.join(folder, fileName(`${document.title} ${row.name} ${stamp}`, row.format));
  // Whoever looks into the folder sees whole files only.
  writeFileSync(`${file}.part`, content);
  renameSync(`${file}.part`, file);
  if (row.mailTo !== '') await send(row, document.title, file);
  return file;
}

async function dataOf(
  row: ScheduleRow,
  asked: Pick<Parameters<typeof compute<'data'>>[1], 'document' | 'state' | 'page'>,
) {
  const format = row.format as FileFormat;
  const { base64 } = JSON.parse(await compute('data', { ...asked, visual: null, format })) as DataFile;
  return Buffer.from(base64, 'base64');
}

async function send(row: ScheduleRow, title: string, file: string): Promise<void> {
  if (!canMail())
    throw new Problem(
      'no-mail',
      `The file is in ${path.dirname(file)}, but no mail could be sent: set DATHEN_SMTP and DATHEN_MAIL_FROM, then start Dathen again.`,
      503,
    );
  try {
    await sendMail({
      to: row.mailTo,
      subject: `${title}: ${row.name}`,
      text: `${title}, ${row.name}: the file is attached.`,
      attachments: [{ path: file, filename: path.basename(file) }],
    });
  } catch (error) {
    throw new Problem(
      'mail-failed',
      `The file is in ${path.dirname(file)}, but the mail was not sent: ${error instanceof Error ? error.message : 'the server refused it'}`,
      502,
    );
  }
}
