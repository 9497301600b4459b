/** Answers of texts: the value of each measure over the whole window. */
import type { VisualAnswer } from '../answer';
import { slowest, type Ground } from '../ground';
import { rowsBehind } from '../valueTable';
import { ELSEWHERE } from './parts';
import { tablesOf } from './tables';

export async function answerText(ground: Ground): Promise<VisualAnswer> {
  const tables = await tablesOf(ground, [], null);
  if (tables === 'elsewhere') return ELSEWHERE;
  const { parts } = tables;
  return {
    kind: 'text',
    ...ground.about,
    rows: rowsBehind(parts.map((part) => part.table)),
    layout: slowest(parts.map((part) => part.table.layout)),
    notes: ground.notes,
    values: ground.measures.map(
      ({ index }) => parts.find((part) => part.entry.index === index)?.table.values[0]?.[0] ?? null,
    ),
  };
}
