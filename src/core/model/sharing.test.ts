import {
  agreementOf,
  plainSpelling,
  seemAlike,
  spellingsFor,
  suggestShared,
  type ColumnValues,
} from './sharing';

const column = (dataset: string, name: string, ...values: string[]): ColumnValues => ({
  dataset,
  column: name,
  name,
  values,
});
const PORTS = ['Veldry', 'Osk Head', 'Tamsel', 'Quern'];

describe('columns that seem to mean the same', () => {
  test('spellings of one value come out the same', () => {
    expect(plainSpelling('Osk  Head')).toBe(plainSpelling('osk-héad'));
    expect(plainSpelling('Osk Head')).not.toBe(plainSpelling('Osk Heap'));
  });

  test.each([
    [
      'by their values, whatever their names',
      column('a', 'port', ...PORTS),
      column('b', 'station', 'Veldry', 'Tamsel'),
      true,
    ],
    [
      'by their name, with a little in common',
      column('a', 'route', 'x', 'y', 'z', 'Q'),
      column('b', 'Route', 'q', 'u', 'v', 'w'),
      true,
    ],
    ['not by their name alone', column('a', 'kind', 'x', 'y'), column('b', 'kind', 'u', 'v'), false],
    ['not within one dataset', column('a', 'from', ...PORTS), column('a', 'to', ...PORTS), false],
    ['not by a single value', column('a', 'yes', 'Veldry'), column('b', 'port', ...PORTS), false],
    ['not when empty', column('a', 'port'), column('b', 'port', ...PORTS), false],
  ])('%s', (_, a, b, expected) => expect(seemAlike(a, b)).toBe(expected));

  test('are suggested in groups, one column a dataset, with how far they agree', () => {
    const suggestions = suggestShared([
      column('sailings', 'route', 'A–B', 'B–C', 'C–D'),
      column('sailings', 'vessel', 'Tern', 'Sedge'),
      column('bookings', 'route', 'A–B', 'B–C', 'C–D'),
      column('targets', 'Route', 'a–b', 'B–C', 'C–D'),
      column('repairs', 'vessel', 'Sedge', 'Tern'),
    ]);
    expect(suggestions.map(({ name, members, agree, of }) => [name, members.length, agree, of])).toEqual([
      ['Route', 3, 2, 3],
      ['Vessel', 2, 2, 2],
    ]);
    expect(suggestions[0]!.differ).toEqual([{ value: 'a–b', dataset: 'targets', like: 'A–B' }]);
  });

  test('agree once spellings are merged, each to the form that most have', () => {
    const members = [
      column('a', 'p', ...PORTS),
      column('b', 'p', ...PORTS),
      column('c', 'p', 'osk head', 'Veldry'),
    ];
    const spellings = spellingsFor(members);
    expect(spellings).toEqual({ 'osk head': 'Osk Head' });
    expect(agreementOf(members, spellings)).toMatchObject({ of: 4, agree: 2 });
    expect(agreementOf(members.slice(0, 2))).toEqual({ of: 4, agree: 4, differ: [] });
  });
});
