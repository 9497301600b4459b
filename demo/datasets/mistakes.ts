/** A file with mistakes of every kind, to show what an import refuses. */
import { isoDay } from '../../src/core/calendar/day';
import type { Company } from '../company';

/** The file's text: two columns with the same name, bad dates, text in numbers, a day in the far future. */
export function fileWithMistakes(company: Company): string {
  const day = (back: number) => isoDay(company.today - back);
  const good = Array.from(
    { length: 40 },
    (_, i) => `${day(40 - i)},Veldry–Osk Head,Tern,${120 + i},${20 + i}`,
  );
  return [
    'sailed,route,vessel,passengers,passengers',
    ...good,
    `2025-02-30,Tamsel–Quern,Marram,99,12`,
    `${day(9)},Tamsel–Quern,Marram,many,12`,
    `9025-01-01,Tamsel–Quern,Marram,99,12`,
    `yesterday,Tamsel–Quern,Marram,99,12`,
    `${day(8)},Tamsel–Quern,Marram`,
    `${day(7)},"Tamsel,\nQuern",Sedge,77,9`,
    '',
  ].join('\r\n');
}
