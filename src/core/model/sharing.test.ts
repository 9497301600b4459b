import {
  agreementOf,
  plainSpelling,
  seemAlike,
  spellingGroups,
  suggestShared,
  visibleSpace,
  withMerged,
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

  test('agree once spellings are merged', () => {
    const members = [
      column('a', 'p', ...PORTS),
      column('b', 'p', ...PORTS),
      column('c', 'p', 'osk head', 'Veldry'),
    ];
    const spellings = withMerged({}, spellingGroups(members, {}));
    expect(spellings).toEqual({ 'osk head': 'Osk Head' });
    expect(agreementOf(members, spellings)).toMatchObject({ of: 4, agree: 2 });
    expect(agreementOf(members.slice(0, 2))).toEqual({ of: 4, agree: 4, differ: [] });
  });
});

describe('spellings of one value', () => {
  const members = [
    column('a', 'p', 'Osk Head', 'Quern', 'Tamsel  Pier'),
    column('b', 'p', 'osk head', 'OSK HEAD', 'Quern'),
  ];

  test('are led by the one that most rows have, else by the one that most columns have', () => {
    const [first] = spellingGroups(members, {}, { 'Osk Head': 3, 'osk head': 9, 'OSK HEAD': 1 });
    expect(first!.leading).toBe('osk head');
    expect(first!.forms).toEqual([
      { value: 'osk head', rows: 9 },
      { value: 'Osk Head', rows: 3 },
      { value: 'OSK HEAD', rows: 1 },
    ]);
    const [unknown] = spellingGroups([...members, column('c', 'p', 'Osk Head')], {});
    expect(unknown).toMatchObject({
      leading: 'Osk Head',
      forms: [{ value: 'Osk Head', rows: null }, {}, {}],
    });
  });

  test('space that is not seen is shown, and folded even where there is one spelling', () => {
    expect(visibleSpace(' Tamsel  Pier\u00a0x\t')).toBe('␣Tamsel␣␣Pier␣x␣');
    expect(visibleSpace('Tamsel Pier')).toBe('Tamsel Pier');
    const groups = spellingGroups(members, {});
    expect(groups.map(({ leading }) => leading)).toEqual(['OSK HEAD', 'Tamsel Pier']);
    expect(withMerged({}, groups)).toMatchObject({ 'Tamsel  Pier': 'Tamsel Pier' });
  });

  test('the designer’s leading one takes all, earlier ones too, and none leads on', () => {
    const earlier = { Oskhead: 'Osk Head' };
    const [group] = spellingGroups(members, earlier);
    const merged = withMerged(earlier, [{ ...group!, leading: 'OSK HEAD' }]);
    expect(merged).toEqual({ Oskhead: 'OSK HEAD', 'Osk Head': 'OSK HEAD', 'osk head': 'OSK HEAD' });
    const back = withMerged(merged, [{ forms: [{ value: 'OSK HEAD', rows: 1 }], leading: 'Osk Head' }]);
    expect(back).toEqual({ Oskhead: 'Osk Head', 'osk head': 'Osk Head', 'OSK HEAD': 'Osk Head' });
    for (const to of Object.values(back)) expect(back[to]).toBeUndefined();
  });

  test('once merged they are no group any more', () => {
    const groups = spellingGroups(members, {});
    expect(spellingGroups(members, withMerged({}, groups))).toEqual([]);
  });
});
