/** The words over visuals, from answers of real turns. */
import { isoDay } from '../../../calendar/day';
import { cubeSource } from '../../../cube/source';
import { testCube, testRow } from '../../../cube/testing';
import type { Visual } from '../../document/document';
import { shownMeasure } from '../../document/kinds/measured';
import { line, slicer, timeline } from '../../document/testing';
import { DEFAULT_STATE } from '../../reader/state';
import { answerTurn } from '../turn';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import { TEST_MODEL } from '../../../model/testing';
import { deafWords, visualSubtitle, visualTitle } from './visualWords';

const row = (day: number, other: number | null = null) => testRow(day, { other });
// 1 to 10 January 1970, but for the 5th; and one day much later.
const ROWS = [0, 1, 2, 3, 5, 6, 7, 8, 9, 40].map((day) => row(day, day));

async function said(visual: Visual, phrase = 'all') {
  const document = documentOf(visual, timeline('span', phrase));
  const design = designOf(document, TEST_MODEL);
  const cube = testCube(ROWS);
  const byOther = { ...cube, shape: { ...cube.shape, day: 'other', otherDays: [] }, otherDays: [] };
  const turn = await answerTurn({ design, state: DEFAULT_STATE, today: 45 }, cubeSource([cube, byOther]));
  const ground = { model: TEST_MODEL, document };
  const answer = turn.visuals[visual.id];
  return { title: visualTitle(visual, answer, ground), subtitle: visualSubtitle(visual, answer, ground) };
}
const phrase = (first: number, last: number) => `${isoDay(first)}/${isoDay(last)}`;
const own = (more: Partial<Visual>): Visual => ({ ...line('sea'), ...more }) as Visual;

describe('words over a visual', () => {
  test('say the window and the days with data in it', async () =>
    expect((await said(line('sea'), phrase(2, 8))).subtitle).toBe(
      '3–9 Jan 1970 · 7 days, data on 6 · by day',
    ));

  test('say by which day a wire cuts them, where it is another', async () => {
    const document = documentOf(line('sea'), timeline('span', phrase(2, 8)));
    const wires = document.wires.map((wire) => ({ ...wire, roles: { trips: 'other' } }));
    const design = designOf({ ...document, wires }, TEST_MODEL);
    const source = cubeSource([testCube(ROWS)]);
    const turn = await answerTurn({ design, state: DEFAULT_STATE, today: 45 }, source);
    const ground = { model: TEST_MODEL, document };
    const subtitle = visualSubtitle(line('sea'), turn.visuals.sea, ground);
    expect(subtitle).toContain(' · cut by day booked · ');
  });

  test('say what was asked for where the data ends before', async () => {
    const { subtitle, title } = await said(own({ title: 'Seats, {window}' }), phrase(38, 44));
    expect(subtitle).toContain('asked for 7 days, data on 1');
    expect(title).toBe('Seats, 8–10 Feb 1970 (asked for 7 days, data on 1)');
  });

  test('{latest} is the last day with data of the visual’s dataset, wherever its window lies', async () => {
    const visual = own({ subtitle: '{window}, data to {latest}, loaded {loaded}' });
    expect((await said(visual, phrase(0, 2))).subtitle).toBe(
      '1–3 Jan 1970, data to Tue 10 Feb 1970, loaded Wed 3 Jun 2026, 08:00',
    );
  });

  test('name the date role where it is not the measure’s own', async () => {
    const visual = own({ measures: [shownMeasure('trips', 'seats', { role: 'other' })] });
    expect((await said(visual)).subtitle).toContain(' · by day booked · ');
    expect((await said(line('sea'))).subtitle).not.toContain('by day booked');
  });

  test('tell which measures do not follow a control that holds something', () => {
    const twin = {
      ...TEST_MODEL.datasets[0]!,
      key: 'twin',
      name: 'Twin',
      columns: TEST_MODEL.datasets[0]!.columns.filter((column) => column.key !== 'route'),
    };
    const model = { ...TEST_MODEL, datasets: [...TEST_MODEL.datasets, twin] };
    const both = own({
      measures: [shownMeasure('trips', 'seats'), shownMeasure('twin', 'rows')],
    });
    const document = documentOf(both, slicer('route'));
    const wires = [{ control: 'route', target: 'sea', on: true, roles: {} }];
    const design = designOf({ ...document, wires }, model);
    expect(deafWords(design, { ...DEFAULT_STATE, choices: { route: ['Veldry'] } }, both)).toEqual([
      'Rows does not follow route',
    ]);
    expect(deafWords(design, DEFAULT_STATE, both)).toEqual([]);
    expect(
      deafWords(design, { ...DEFAULT_STATE, choices: { route: ['Veldry'] }, off: ['route'] }, both),
    ).toEqual([]);
  });
});
