/** Edit distance of two short words (Levenshtein), with swapped neighbours as one step. */
function distance(a: string, b: string): number {
  const rows = Array.from({ length: a.length + 1 }, (_, i) => [i, ...Array<number>(b.length).fill(0)]);
  for (let j = 0; j <= b.length; j++) rows[0]![j] = j;
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(rows[i - 1]![j]! + 1, rows[i]![j - 1]! + 1, rows[i - 1]![j - 1]! + same);
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      if (swapped) best = Math.min(best, rows[i - 2]![j - 2]! + 1);
      rows[i]![j] = best;
    }
  }
  return rows[a.length]![b.length]!;
}

/** The word of a list that was probably meant by a mistyped one; undefined when none is near. */
export function nearestWord(word: string, candidates: readonly string[]): string | undefined {
  const typed = word.toLowerCase();
  if (typed.length < 3 || typed.length > 20) return undefined;
  const near = candidates
    .filter((candidate) => /^[a-z][a-z_ ]*$/.test(candidate))
    .map((candidate) => ({ candidate, steps: distance(typed, candidate) }))
    .sort((a, b) => a.steps - b.steps)[0];
  return near && near.steps <= (typed.length < 5 ? 1 : 2) ? near.candidate : undefined;
}
