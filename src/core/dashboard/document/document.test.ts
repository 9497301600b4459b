import { documentJsonSchema, emptyDocument, readDocument, type DashboardDocument } from './document';
import { bar, line, slicer, table, timeline } from './testing';
import { TEST_MODEL } from '../../model/testing';
import { titleOf } from './title';
import { MOST_BUCKETS } from './kinds/measured';

const DOCUMENT: DashboardDocument = {
  ...emptyDocument('Test'),
  visuals: [line('sea'), bar('ports'), table('log')],
  controls: [timeline('span'), slicer('route')],
  wires: [{ control: 'span', target: 'sea', on: true, roles: {} }],
  layout: [{ item: 'sea', x: 0, y: 0, w: 6, h: 4 }],
};

describe('the dashboard document', () => {
  test('survives being written and read', () => {
    expect(readDocument(JSON.parse(JSON.stringify(DOCUMENT)))).toEqual({ ok: true, document: DOCUMENT });
    expect(readDocument(emptyDocument('New')).ok).toBe(true);
  });

  test.each([
    ['an id used twice', { visuals: [line('a'), line('a')] }, /id a is used twice/],
    [
      'a wire from nowhere',
      { wires: [{ control: 'gone', target: 'sea', on: true, roles: {} }] },
      /no item gone/,
    ],
    [
      'a wire to nowhere',
      { wires: [{ control: 'span', target: 'gone', on: true, roles: {} }] },
      /no item gone/,
    ],
    ['a place beyond the grid', { layout: [{ item: 'sea', x: 20, y: 0, w: 6, h: 4 }] }, /beyond the grid/],
    ['an unknown kind', { visuals: [{ ...line('a'), kind: 'cloud' }] }, /visuals\.0\.kind/],
    ['no title', { title: ' ' }, /title/],
    ['another version', { version: 99 }, /version/],
  ])('refuses %s and names the place', (_, part, expected) => {
    const read = readDocument({ ...DOCUMENT, ...part });
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems.join('\n')).toMatch(expected);
  });

  test('a document of the first version becomes one of the newest', () => {
    const passengers = { dataset: 'trips', measure: 'seats' };
    const old = {
      ...DOCUMENT,
      version: 1,
      visuals: [
        { id: 'sea', kind: 'line', title: 'Sea', measure: passengers, grain: 'week' },
        {
          id: 'ports',
          kind: 'bar',
          title: '',
          measure: passengers,
          category: 'route',
          order: 'name',
          limit: 5,
        },
        { id: 'log', kind: 'table', title: '', dataset: 'trips', role: 'day', columns: ['day'] },
      ],
      controls: [
        DOCUMENT.controls[0],
        {
          id: 'route',
          kind: 'slicer',
          title: '',
          dataset: 'trips',
          column: 'route',
          default: [],
          several: true,
          unavailable: 'struck',
        },
      ],
    };
    const read = readDocument(old);
    expect(read).toMatchObject({
      ok: true,
      document: {
        version: 3,
        visuals: [
          {
            measures: [{ ...passengers, role: null, axis: 'auto' }],
            across: null,
            grain: 'week',
            most: MOST_BUCKETS,
          },
          { across: { dataset: 'trips', column: 'route' }, order: 'natural', limit: 5 },
          { kind: 'table', subtitle: '' },
        ],
        controls: [{ id: 'span' }, { dimension: { dataset: 'trips', column: 'route' } }],
      },
    });
    if (read.ok) expect(JSON.stringify(read.document)).not.toContain('"category"');
  });

  test('has a published JSON Schema', () => {
    expect(documentJsonSchema()).toMatchObject({
      type: 'object',
      required: expect.arrayContaining(['visuals', 'controls', 'wires']) as string[],
    });
  });

  test('items without a title are named by what they show', () => {
    expect(DOCUMENT.visuals.map((visual) => titleOf(visual, TEST_MODEL))).toEqual([
      'Seats over time',
      'Seats by route',
      'Trips, row by row',
    ]);
    expect(DOCUMENT.controls.map((control) => titleOf(control, TEST_MODEL))).toEqual(['Timeline', 'route']);
    expect(titleOf({ ...line('a'), title: 'Mine' }, TEST_MODEL)).toBe('Mine');
  });

  test('a document of the second version becomes one of the newest: periods across are columns', () => {
    const crosstab = (id: string, periods?: boolean) => ({
      id,
      kind: 'crosstab',
      title: '',
      measures: [{ dataset: 'trips', measure: 'seats' }],
      rows: [{ dataset: 'trips', column: 'route' }],
      ...(periods === undefined ? {} : { periods }),
    });
    const visuals = [crosstab('a', true), crosstab('b', false), crosstab('c')];
    const read = readDocument({ ...DOCUMENT, version: 2, visuals, controls: [], wires: [], layout: [] });
    expect(read.ok && read.document.version).toBe(3);
    expect(read.ok && read.document.visuals.map((visual) => 'columns' in visual && visual.columns)).toEqual([
      { kind: 'grain' },
      null,
      { kind: 'grain' },
    ]);
  });

  test('baselines and period columns that name what is not there are refused, each with its place', () => {
    const measures = [{ dataset: 'trips', measure: 'seats' }];
    const rows = [{ dataset: 'trips', column: 'route' }];
    const read = readDocument({
      ...DOCUMENT,
      controls: [],
      wires: [],
      layout: [],
      baselines: [
        { id: 'b1', text: 'previous span' },
        { id: 'b1', text: 'last month' },
      ],
      visuals: [
        { id: 'fig', kind: 'figure', title: '', measures, compare: { with: ['b2'] } },
        {
          id: 'grid',
          kind: 'crosstab',
          title: '',
          measures,
          rows,
          columns: {
            kind: 'periods',
            periods: [
              { id: 'p1', of: 'p2', baseline: 'previous span' },
              { id: 'p2', of: 'p1', baseline: 'previous span' },
              { id: 'p3', of: 'p9', baseline: 'previous span' },
            ],
            changes: [{ id: 'd1', of: 'p1', against: 'p7' }],
          },
        },
      ],
    });
    expect(read.ok).toBe(false);
    const problems = read.ok ? '' : read.problems.join('; ');
    for (const told of ['from itself', 'no period p9', 'no period p7']) expect(problems).toContain(told);
  });
});
