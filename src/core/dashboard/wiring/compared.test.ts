/** What a visual compares with: the designer's, choosers', and the reader's own. */
import { compareWith } from '../document/kinds/compare';
import { CONTROL_DEFAULTS } from '../document/kinds/entry';
import { line, table } from '../document/testing';
import type { Control, DashboardDocument, Visual } from '../document/document';
import { documentOf } from './testing';
import { comparedBy } from '../reader/compared';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';

const BASELINES = [
  { id: 'b1', name: 'before', text: 'Previous   Span' },
  { id: 'b2', name: '', text: 'same span 1 years earlier' },
  { id: 'b3', name: 'three', text: 'previous span times 3' },
];

const chooser = (more: object = {}): Control => ({
  ...CONTROL_DEFAULTS,
  id: 'against',
  title: '',
  kind: 'baselines',
  offer: ['b1', 'b2', 'b3'],
  several: true,
  open: true,
  default: ['b2'],
  ...more,
});

const sea = (compare: Visual extends never ? never : object | null): Visual =>
  ({ ...line('sea'), compare }) as Visual;

function found(items: readonly (Visual | Control)[], state: Partial<ReaderState> = {}) {
  const document: DashboardDocument = { ...documentOf(...items), baselines: BASELINES };
  const compared = comparedBy(document, { ...DEFAULT_STATE, ...state }, document.visuals[0]!);
  return compared && compared.baselines.map(({ id, name, text }) => [id, name, text].join('|'));
}

test('the designer’s, in the order of the dashboard, texts in canonical form', () => {
  expect(found([sea(compareWith(['b2', 'b1']))])).toEqual([
    'b1|before|previous span',
    'b2||same span 1 year earlier',
  ]);
});

test('several spans before count as so many baselines, at most six of all', () => {
  expect(found([sea(compareWith(['b2', 'b3']))])).toEqual([
    'b2||same span 1 year earlier',
    'b3.1|three|previous span times 3',
    'b3.2|three|previous span times 3',
    'b3.3|three|previous span times 3',
  ]);
  const own = { sea: [{ text: 'last month' }, { text: 'previous span times 9' }] };
  expect(found([sea(compareWith(['b3']))], { compare: own })).toHaveLength(6);
});

test('a chooser takes the place of the designer’s, also when it holds nothing', () => {
  const items = [sea(compareWith(['b1'])), chooser()];
  expect(found(items)).toEqual(['b2||same span 1 year earlier']);
  expect(found(items, { baselines: { against: [] } })).toEqual([]);
  expect(found(items, { baselines: { against: [{ text: 'LAST  month' }, 'b1'] } })).toEqual([
    'b1|before|previous span',
    'own1||last month',
  ]);
});

test('a chooser that is hidden has no effect', () => {
  const hidden = chooser({ reveal: { control: 'other', values: ['x'] } });
  expect(found([sea(compareWith(['b1'])), hidden])).toEqual(['b1|before|previous span']);
});

test('a reader’s own come last, and what is there already is not there twice', () => {
  const own = {
    sea: [{ text: 'previous span' }, { text: 'same weekdays 2 years earlier' }, { text: 'nonsense' }],
  };
  expect(found([sea(compareWith(['b1']))], { compare: own })).toEqual([
    'b1|before|previous span',
    'own2||same weekdays 2 years earlier',
    'own3||nonsense',
  ]);
});

test('nothing is compared where nobody asks for it, and rows never are', () => {
  expect(found([sea(null)])).toBeNull();
  expect(found([table('log')], { compare: { log: [{ text: 'previous span' }] } })).toBeNull();
  expect(found([sea(null)], { compare: { sea: [{ text: 'previous span' }] } })).toEqual([
    'own1||previous span',
  ]);
});
