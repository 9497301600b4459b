/** `print`: a dashboard as a PDF file. */
import { chmodSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { currentBuild } from './build';
import { CommandFailure } from './failure';
import { DATA } from './places';
import { runningRecord } from './runFile';
import { withServer } from './server';
import { meantDashboards } from './wiring';
import { withDatabase } from './withDatabase';

export interface PrintOptions {
  readonly out: string;
  readonly selection?: string;
  readonly page?: string;
  /** A day in the place of today. */
  readonly today?: string;
}

/** Prints one dashboard into a file. */
export async function printDashboard(dashboard: string, options: PrintOptions): Promise<void> {
  const folder = process.env.DATHEN_CWD ?? process.cwd();
  const out = path.resolve(folder, options.out);
  await withDatabase(async () => {
    const { wantedPrint } = await import('../src/server/print/wanted');
    const { pdfOf } = await import('../src/server/print/pdf');
    const found = await meantDashboards(dashboard);
    if (found.length > 1)
      throw new CommandFailure(
        `There are ${found.length} dashboards “${dashboard}”. Give the number: ${found.map(({ id }) => id).join(', ')}.`,
        2,
      );
    const print = await wantedPrint(found[0]!.id, {
      selection: options.selection ?? null,
      page: options.page ?? null,
      today: options.today ?? null,
    });
    const running = runningRecord()?.url;
    const pdf = running
      ? await pdfOf(running, print)
      : await withServer(await currentBuild(), path.join(DATA, 'print.log'), (url) => pdfOf(url, print));
    writeFileSync(out, pdf);
    // What was made at the word of a person is for whoever that person gives it to.
    chmodSync(out, 0o644);
    console.log(`${found[0]!.document.title} is printed to ${out} (${Math.ceil(pdf.length / 1024)} KB)`);
  });
}
