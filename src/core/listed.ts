/** Names one after the other, the first ones only where there are many. */
import { numberWords } from './locale';

/** "and 1,197 more"; nothing where all are said. */
export const moreWords = (all: number, said: number): string =>
  all > said ? `and ${numberWords(all - said)} more` : '';

/** "Web, Counter and 3 more": at most so many by name. */
export function listed<T>(values: readonly T[], most: number, nameOf: (value: T) => string = String): string {
  const said = values
    .slice(0, most)
    .map((value) => nameOf(value))
    .join(', ');
  const more = moreWords(values.length, most);
  return more === '' ? said : `${said} ${more}`;
}
