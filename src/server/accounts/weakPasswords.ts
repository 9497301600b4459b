/**
 * Passwords that are easy to guess: known ones, patterns, names, dates and what is made of these, by a library that
 * estimates how many tries they would stand (zxcvbn; Wheeler, USENIX Security 2016).
 */
import { once } from '../once';
import { Problem } from '../problem';

/** A password stands so many tries at least (10 to the power of this); three known words or names one after the other do not. */
const LEAST_TRIES = 9;

/** More of a password is not looked at: it is strong by then, and looking takes longer with each character. */
const MOST_CHARACTERS = 64;

/** Made when it is first needed: its lists take half a second and some memory. */
const estimator = () =>
  once('passwords', async () => {
    const [{ ZxcvbnFactory }, common, english] = await Promise.all([
      import('@zxcvbn-ts/core'),
      import('@zxcvbn-ts/language-common'),
      import('@zxcvbn-ts/language-en'),
    ]);
    return new ZxcvbnFactory({
      dictionary: { ...common.dictionary, ...english.dictionary },
      graphs: common.adjacencyGraphs,
    });
  });

/** Throws a `Problem` for a password that is easy to guess, also by whoever knows these words of its person. */
export async function checkStrength(password: string, words: readonly string[] = []): Promise<void> {
  const known = ['dathen', ...words.flatMap((word) => [word, ...word.split(/[^\p{L}\p{N}]+/u)])];
  const { guessesLog10 } = (await estimator()).check(
    password.slice(0, MOST_CHARACTERS),
    known.filter((word) => word.length > 2),
  );
  if (guessesLog10 < LEAST_TRIES)
    throw new Problem(
      'weak-password',
      'This password is easy to guess: it is a known one, or made of a pattern, a name or a date. Take a few words that do not belong together.',
    );
}
