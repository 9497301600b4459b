import { designOf } from '../wiring/design';
import { cubeSource } from '../../cube/source';
import { isoDay } from '../../calendar/day';
import { testCube, type TestRow } from '../../cube/testing';
import { checkDashboard, mendedDocument } from './check';
import type { Finding } from './finding';
import type { Control, DashboardDocument, Visual } from '../document/document';
import { bar, line, slicer, table, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import { CONTROL_DEFAULTS } from '../document/kinds/entry';
import { TIME_DEFAULTS } from '../document/kinds/time';
import { withItemsOn } from '../document/freePlace';
import { withNewPage } from '../document/pages';
import { switchWires, wiredLike } from '../wiring/wires';

const row = (day: number): TestRow => ({
  day,
  other: day,
  route: 'Veldry',
  channel: 'web',
  seats: 3,
  cents: 100,
});
const ROWS = Array.from({ length: 40 }, (_, i) => row(i + 5));
const TODAY = 60;
const check = (document: DashboardDocument, year = false) =>
  checkDashboard({
    design: designOf(document, TEST_MODEL),
    source: cubeSource([testCube(ROWS)]),
    today: TODAY,
    year,
  });
const codes = (findings: readonly Finding[]) => findings.map((finding) => finding.code);
const off = (document: DashboardDocument, control: string, target: string) => ({
  ...document,
  wires: switchWires(document, TEST_MODEL, [{ control, target }], false),
});
const phrase = (first: number, last: number) => `${isoDay(first)}/${isoDay(last)}`;

describe('the wiring check', () => {
  test('has nothing to say of a dashboard as it wires itself', async () => {
    const document = documentOf(
      line('sea'),
      bar('ports'),
      table('log'),
      timeline('span', phrase(10, 20)),
      slicer('route'),
    );
    expect(await check(document)).toEqual([]);
  });

  test('mends what is named, in the document as it is, and nothing that is not found', async () => {
    const wired = documentOf(line('sea'), timeline('span', phrase(10, 20)));
    const document = { ...off(wired, 'span', 'sea'), title: 'As it is' };
    const [dead] = await check(document);
    const input = {
      design: designOf(document, TEST_MODEL),
      source: cubeSource([testCube(ROWS)]),
      today: TODAY,
    };
    const wanted = { code: dead!.code, items: dead!.items, mend: dead!.mend!.label };
    const mended = (await mendedDocument(input, wanted))!;
    expect(mended.title).toBe('As it is');
    expect(codes(await check(mended))).not.toContain(dead!.code);
    expect(await mendedDocument(input, { ...wanted, items: ['nobody'] })).toBeUndefined();
    expect(await mendedDocument(input, { ...wanted, mend: 'Something else' })).toBeUndefined();
    expect(await mendedDocument({ ...input, design: designOf(wired, TEST_MODEL) }, wanted)).toBeUndefined();
  });

  test('finds a page without visuals, and removes it where nothing lies on it', async () => {
    const { document } = withNewPage(documentOf(line('sea'), timeline('span', phrase(10, 20))));
    const [finding, ...others] = await check(document);
    expect([finding!.code, others]).toEqual(['empty-page', []]);
    expect(await check(finding!.mend!.mended())).toEqual([]);
    const withControl = withItemsOn(document, ['span'], 'page2');
    expect((await check(withControl)).find(({ code }) => code === 'empty-page')!.mend).toBeNull();
  });

  test('finds a control none of whose visuals lies on its page, and puts it on every page', async () => {
    const { document: paged } = withNewPage(
      documentOf(line('sea'), bar('ports'), timeline('span', phrase(10, 20)), slicer('route')),
    );
    const apart = withItemsOn(paged, ['sea', 'ports'], 'page2');
    const found = (await check(apart)).filter(({ code }) => code === 'acts-elsewhere');
    expect(found.map(({ items }) => items)).toEqual([['span'], ['route']]);
    expect(found[0]!.words).toContain('stands on “Page 1”, and all it acts on lies on “Page 2”');
    const mended = await check(found[0]!.mend!.mended());
    expect(mended.filter(({ code }) => code === 'acts-elsewhere').map(({ items }) => items)).toEqual([
      ['route'],
    ]);
    // One visual beside it is enough.
    expect(codes(await check(withItemsOn(paged, ['ports'], 'page2')))).toEqual([]);
  });

  test('finds a control wired to nothing, and mends it', async () => {
    let document = documentOf(line('sea'), timeline('span', phrase(10, 20)), slicer('route'));
    document = off(off(document, 'route', 'sea'), 'route', 'span');
    const [finding] = await check(document);
    expect(finding).toMatchObject({ code: 'dead-control', items: ['route'] });
    expect(codes(await check(finding!.mend!.mended()))).toEqual([]);
  });

  test('finds a visual under no time control, and mends it; its own period is enough', async () => {
    const document = off(
      documentOf(line('sea'), bar('ports'), timeline('span', phrase(10, 20))),
      'span',
      'ports',
    );
    const [finding] = await check(document);
    expect(finding).toMatchObject({ code: 'uncontrolled-visual', items: ['ports'] });
    expect(codes(await check(finding!.mend!.mended()))).toEqual([]);
    const own = { phrase: 'all', named: null, mode: 'replace', anchor: null } as const;
    const visuals = document.visuals.map((visual) =>
      visual.id === 'ports' ? { ...visual, ownPeriod: own } : visual,
    );
    expect(codes(await check({ ...document, visuals }))).toEqual([]);
  });

  test('finds windows that never meet', async () => {
    const document = documentOf(line('sea'), timeline('a', phrase(6, 9)), timeline('b', phrase(20, 30)));
    const findings = await check(document);
    expect(codes(findings)).toContain('never-meet');
    const finding = findings.find((entry) => entry.code === 'never-meet')!;
    expect(finding.words).toContain('have no day in common');
    expect(codes(await check(finding.mend!.mended()))).not.toContain('never-meet');
  });

  test('finds a default without data today, and counts from the latest day instead', async () => {
    const document = documentOf(line('sea'), timeline('span', 'last 7 days'));
    const [finding] = await check(document);
    expect(finding).toMatchObject({
      code: 'empty-today',
      mend: { label: 'Count from the latest day with data so far' },
    });
    expect(codes(await check(finding!.mend!.mended()))).toEqual([]);
  });

  test('finds a default that turns empty on some day of the coming year', async () => {
    const document = documentOf(
      line('sea'),
      timeline('span', phrase(10, 20)),
      timeline('later', 'this year'),
    );
    const today = 200;
    const rows = Array.from({ length: 190 }, (_, i) => row(i + 5));
    const findings = await checkDashboard({
      design: designOf(document, TEST_MODEL),
      source: cubeSource([testCube(rows)]),
      today,
      year: true,
    });
    expect(findings.find((finding) => finding.code === 'empty-later')?.words).toContain('is empty');
  });

  test('finds an old fixed default', async () => {
    const rows = [...ROWS, row(900)];
    const document = documentOf(line('sea'), timeline('span', phrase(10, 20)));
    const findings = await checkDashboard({
      design: designOf(document, TEST_MODEL),
      source: cubeSource([testCube(rows)]),
      today: 901,
      year: false,
    });
    expect(findings).toMatchObject([
      { code: 'old-default', mend: { label: 'Begin with the last 12 months' } },
    ]);
  });

  test('finds grains that give one point, and measures drawn coarser than they are set', async () => {
    const coarse = { ...line('sea'), grain: 'year' } as Visual;
    const findings = await check(documentOf(coarse, timeline('span', phrase(10, 20))));
    expect(codes(findings)).toEqual(['grain-too-coarse']);
    expect(codes(await check(findings[0]!.mend!.mended()))).toEqual([]);
  });

  test('finds half wires, and controls that nothing reveals', async () => {
    const hidden = { ...timeline('never', 'all'), reveal: { control: 'list', values: ['last month'] } };
    const list: Control = {
      ...TIME_DEFAULTS,
      id: 'list',
      kind: 'periods',
      face: 'menu',
      entries: [{ name: 'All', phrase: 'all', named: null }],
      chooseDates: false,
    };
    const document = documentOf(line('sea'), list, hidden);
    const findings = await check(document);
    expect(codes(findings)).toContain('never-revealed');
    const mended = findings.find((finding) => finding.code === 'never-revealed')!.mend!.mended();
    expect(codes(await check(mended))).not.toContain('never-revealed');
  });
});

test('an item can be wired like another one', () => {
  let document = documentOf(line('sea'), bar('ports'), timeline('a'), timeline('b'));
  document = off(document, 'a', 'sea');
  const wires = wiredLike(document, TEST_MODEL, 'b', 'a', 'row');
  expect(designOf({ ...document, wires }, TEST_MODEL).wire('b', 'sea')?.on).toBe(false);
  expect(designOf({ ...document, wires }, TEST_MODEL).wire('b', 'ports')?.on).toBe(true);
  const columns = wiredLike(document, TEST_MODEL, 'ports', 'sea', 'column');
  expect(designOf({ ...document, wires: columns }, TEST_MODEL).wire('a', 'ports')?.on).toBe(false);
  expect(designOf({ ...document, wires: columns }, TEST_MODEL).wire('b', 'ports')?.on).toBe(true);
});

test('names values that are missing, gives them a control, and names those that nothing asks for', async () => {
  const asking: Control = {
    ...CONTROL_DEFAULTS,
    id: 'which',
    kind: 'condition',
    title: '',
    dataset: 'trips',
    join: 'all',
    open: false,
    groups: [
      {
        join: 'all',
        entries: [{ id: 'a', name: '', sql: 'seats >= :least', definition: null, on: true }],
      },
    ],
  };
  const document = documentOf(line('sea'), timeline('span'), asking);
  const [missing, ...more] = await check(document);
  expect(missing).toMatchObject({ code: 'missing-value', items: ['which'] });
  expect(more).toEqual([]);
  const mended = missing!.mend!.mended();
  expect(mended.controls.at(-1)).toMatchObject({ kind: 'value', name: 'least', type: 'number' });
  expect(codes(await check(mended))).toEqual([]);
  const unused = { ...mended, controls: mended.controls.filter((entry) => entry.kind !== 'condition') };
  expect(codes(await check(unused))).toEqual(['unused-value']);
});
