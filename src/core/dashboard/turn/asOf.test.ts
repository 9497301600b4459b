/** The as-of day: what it does to rows, and when it acts. */
import { isoDay } from '../../calendar/day';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import type { Control } from '../document/document';
import { line, slicer, timeline } from '../document/testing';
import { DEFAULT_STATE } from '../reader/state';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import type { PeriodAnswer } from './controlAnswer';
import { cubeShapesFor } from './shapes';
import { answerTurn } from './turn';

const row = (day: number, other: number | null) => testRow(day, { other });
// Day of travel, day of booking (often blank).
const ROWS = [row(10, 2), row(12, 8), row(40, 4), row(41, null), row(42, 30)];
const asof = (later: { dataset: string; role: string }[], reveal: Control['reveal'] = null): Control => ({
  id: 'asof',
  kind: 'asof',
  title: '',
  hold: false,
  accent: null,
  reveal,
  later,
});
const BOOKED = { dataset: 'trips', role: 'other' };
const ON_DAY_9 = { ...DEFAULT_STATE, asOf: isoDay(9) };
const source = cubeSource([testCube(ROWS)]);

describe('the as-of day', () => {
  test('leaves out rows of later days in the named roles; travel days ahead and blanks stay', async () => {
    const document = documentOf(line('sea', 'rows'), timeline('span'), asof([BOOKED]));
    const design = designOf(document, TEST_MODEL);
    const { visuals, controls, lanes } = await answerTurn({ design, state: ON_DAY_9, today: 45 }, source);
    expect(visuals.sea).toMatchObject({ rows: 4, latest: 41 });
    expect((controls.span as PeriodAnswer).covered.at(-1)).toEqual({ start: 40, end: 41 });
    expect(Object.values(lanes)[0]!.runs.at(-1)).toEqual({ start: 40, end: 41 });
    expect(cubeShapesFor(design)).toMatchObject([{ day: 'day', otherDays: ['other'] }]);
  });

  test('in the role by which days are counted it ends the data', async () => {
    const document = documentOf(
      line('sea', 'rows'),
      timeline('span'),
      asof([{ dataset: 'trips', role: 'day' }]),
    );
    const state = { ...DEFAULT_STATE, asOf: isoDay(12) };
    const answer = await answerTurn({ design: designOf(document, TEST_MODEL), state, today: 45 }, source);
    expect(answer.visuals.sea).toMatchObject({ rows: 2, latest: 12 });
  });

  test('without named roles every row stays, and only what is rolling moves', async () => {
    const document = documentOf(line('sea', 'rows'), timeline('span', 'last 3 days'), asof([]));
    const state = { ...DEFAULT_STATE, asOf: isoDay(12) };
    const answer = await answerTurn({ design: designOf(document, TEST_MODEL), state, today: 45 }, source);
    expect(answer.visuals.sea).toMatchObject({ rows: 2, latest: 42 });
  });

  test('does not act while its chooser is hidden', async () => {
    const hidden = asof([BOOKED], { control: 'route', values: ['Veldry'] });
    const document = documentOf(
      line('sea', 'rows'),
      timeline('span', 'last 3 days'),
      slicer('route'),
      hidden,
    );
    const design = designOf(document, TEST_MODEL);
    const state = { ...DEFAULT_STATE, asOf: isoDay(42) };
    const rest = await answerTurn({ design, state, today: 45 }, source);
    expect((rest.controls.span as PeriodAnswer).asked).toEqual([{ start: 43, end: 45 }]);
    expect(rest.controls.asof).toEqual({ kind: 'hidden' });
    const shown = await answerTurn(
      { design, state: { ...state, choices: { route: ['Veldry'] } }, today: 45 },
      source,
    );
    expect((shown.controls.span as PeriodAnswer).asked).toEqual([{ start: 40, end: 42 }]);
    expect(shown.controls.asof).toMatchObject({ asOf: 42 });
  });

  test('acts without a chooser too, from the header', async () => {
    const document = documentOf(line('sea', 'rows'), timeline('span', 'last 3 days'));
    const state = { ...DEFAULT_STATE, asOf: isoDay(12) };
    const answer = await answerTurn({ design: designOf(document, TEST_MODEL), state, today: 45 }, source);
    expect((answer.controls.span as PeriodAnswer).asked).toEqual([{ start: 10, end: 12 }]);
  });
});
