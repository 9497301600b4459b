import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parsePhrase } from '../period/parse';
import { printPhrase } from '../period/print';
import { answerQuestion, questionSchema } from './question';

interface Vector {
  readonly id: string;
  readonly text: string;
  readonly expect: { readonly canonical?: string };
  readonly baseline?: unknown;
  readonly clip?: unknown;
  readonly tiles?: unknown;
}

const vectors = readFileSync(path.join(__dirname, '../period/vectors/periods.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as Vector);

describe('period vectors', () => {
  test('there are as many as there should be', () => expect(vectors).toHaveLength(793));

  test.each(vectors.map((vector) => [vector.id, vector.text, vector] as const))('%s: %s', (_, __, vector) => {
    const { id, expect: expected, baseline, clip, tiles } = vector;
    const asked = JSON.parse(JSON.stringify({ id, expect: expected, baseline, clip, tiles })) as unknown;
    expect(answerQuestion(questionSchema.parse(vector))).toEqual(asked);
    if (expected.canonical !== undefined) {
      const parsed = parsePhrase(vector.text);
      expect(parsePhrase(expected.canonical)).toEqual(parsed);
      expect(parsed.ok && printPhrase(parsed.phrase)).toBe(expected.canonical);
    }
  });
});
