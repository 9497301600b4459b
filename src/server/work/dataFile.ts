/** The figures of a dashboard as an answer that is a file. */
import { fileHeaders, WHOLE_FORMATS } from '../../contract/files';
import { Problem } from '../problem';
import { compute } from './pool';
import type { DataFile, InputOf } from './tasks';

/** Throws a `Problem` where all visuals are asked for in a format that holds one table. */
export async function dataFile(asked: InputOf<'data'>): Promise<Response> {
  const { visual, format } = asked;
  if (visual === null && !WHOLE_FORMATS.includes(format))
    throw new Problem(
      'bad-request',
      'All visuals together go into xlsx or json; choose one visual for csv or parquet.',
    );
  const { title, base64 } = JSON.parse(await compute('data', asked)) as DataFile;
  return new Response(Buffer.from(base64, 'base64'), { headers: fileHeaders(title, format) });
}
