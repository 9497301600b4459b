/** Phrases parsed, resolved and printed a second, from the vectors. Run: node bench/run.mjs period */
import { readFileSync } from 'node:fs';
import { answerQuestion, questionSchema } from '../src/core/coverage/question';
import { parsePhrase } from '../src/core/period/parse';
import { printPhrase } from '../src/core/period/print';
import type { Phrase } from '../src/core/period/phrase';
import { report } from './report';

const questions = readFileSync('src/core/period/vectors/periods.jsonl', 'utf8')
  .trim()
  .split('\n')
  .map((line) => questionSchema.parse(JSON.parse(line)));
const ROUNDS = 20;

function rate(name: string, work: () => number) {
  work();
  const begun = performance.now();
  let done = 0;
  for (let round = 0; round < ROUNDS; round++) done += work();
  const seconds = (performance.now() - begun) / 1000;
  report({ what: `phrases ${name}`, figure: `${Math.round(done / seconds).toLocaleString('en')} a second` });
}

const phrases: Phrase[] = [];
rate('parsed (errors too)', () => {
  phrases.length = 0;
  for (const { text } of questions) {
    const parsed = parsePhrase(text);
    if (parsed.ok) phrases.push(parsed.phrase);
  }
  return questions.length;
});
rate('printed', () => {
  for (const phrase of phrases) printPhrase(phrase);
  return phrases.length;
});
rate('in questions answered (parsed, resolved, clipped, compared)', () => {
  for (const question of questions) answerQuestion(question);
  return questions.length;
});
