/** What stands over a visual: its title and the line under it, with placeholders filled from the answer. */
import type { Visual } from '../../document/document';
import { isTimeControl } from '../../document/document';
import { titleOf } from '../../document/title';
import { measuresOf } from '../../document/visuals';
import { heldWords, isRevealed, isSwitchedOff } from '../../reader/held';
import { parametersOf } from '../../reader/parameters';
import type { ReaderState } from '../../reader/state';
import { isShown, tellsGrain, type ShownAnswer, type VisualAnswer } from '../answer';
import { crosspoint } from '../../wiring/crosspoint';
import type { Design } from '../../wiring/design';
import { dimensionsInWords } from '../../../model/dimension';
import { measureOf, roleName, type Model } from '../../../model/model';
import { runsWords } from '../../../period/describe';
import { coverageWords } from './coverageWords';
import { filled, type WordsGround } from './placeholders';
import { numberWords } from '../../../locale';

export const noteWords = (answer: ShownAnswer) => answer.notes.map((note) => note.words);

/** The title of a visual. */
export function visualTitle(visual: Visual, answer: VisualAnswer | undefined, ground: WordsGround): string {
  return visual.title.includes('{') ? filled(visual.title, answer, ground) : titleOf(visual, ground.model);
}

/** By which days a visual counts, where that is not plain: several date roles, or another than a measure's own. */
function rolesShown(visual: Visual, answer: ShownAnswer, model: Model): string[] {
  const names = [...new Set(answer.uses.map((use) => roleName(model, use.dataset, use.role)))];
  const isOther = measuresOf(visual).some((shown) => {
    const own = measureOf(model, shown.dataset, shown.measure)?.role;
    return shown.role !== null && own !== undefined && shown.role !== own;
  });
  const sameDataset =
    new Set(answer.uses.map((use) => use.dataset)).size < answer.uses.length && names.length > 1;
  return isOther || sameDataset ? [`by day ${dimensionsInWords(names)}`] : [];
}

/** The date roles by which wires cut a visual, where they are others than those it counts by. */
function cutBy(answer: ShownAnswer, model: Model): string[] {
  const names = answer.uses.flatMap((use) =>
    use.acting.flatMap(({ route }) =>
      route.kind === 'role' && !route.own ? [roleName(model, route.dataset, route.role)] : [],
    ),
  );
  return names.length === 0 ? [] : [`cut by day ${dimensionsInWords([...new Set(names)])}`];
}

/** The line under a title that is made from the answer. */
function ownSubtitle(visual: Visual, answer: ShownAnswer, model: Model): string {
  const { window } = answer;
  const parts = [
    runsWords(window.shown, model.rule),
    ...rolesShown(visual, answer, model),
    ...cutBy(answer, model),
    coverageWords(window.shown, window.daysWithData, window.asked),
  ];
  if ('buckets' in answer && answer.buckets && answer.kind !== 'figure' && !answer.notes.some(tellsGrain))
    parts.push(`by ${answer.buckets.unit}`);
  if (answer.kind === 'table') parts.push(`${numberWords(answer.rows)} rows`);
  if (answer.kind === 'crosstab' && answer.total > answer.table.length)
    parts.push(`first ${answer.table.length} of ${numberWords(answer.total)} rows`);
  if (visual.ownPeriod) parts.push(`own period “${visual.ownPeriod.phrase}”`);
  if ('unsettled' in visual && visual.unsettled === 'leave out') parts.push('final figures only');
  return [...parts, ...noteWords(answer)].join(' · ');
}

/** The line under a visual's title. */
export function visualSubtitle(
  visual: Visual,
  answer: VisualAnswer | undefined,
  ground: WordsGround,
): string {
  if (!isShown(answer)) return ' ';
  if (visual.subtitle.trim() === '') return ownSubtitle(visual, answer, ground.model);
  return [filled(visual.subtitle, answer, ground), ...noteWords(answer)].join(' · ');
}

/** "Kilos do not follow Product", for each control that holds something and moves only a part of a visual. */
export function deafWords(design: Design, state: ReaderState, visual: Visual): string[] {
  const { document, model } = design;
  const parameters = parametersOf(document, state);
  return document.controls.flatMap((control) => {
    const acts =
      design.wire(control.id, visual.id)?.on === true &&
      isRevealed(document, state, control) &&
      !isSwitchedOff(state, control.id) &&
      (isTimeControl(control) || heldWords(control, state, model, parameters) !== null);
    const { deaf } = acts ? crosspoint(design, control, visual) : { deaf: [] };
    if (deaf.length === 0) return [];
    const follow = deaf.length === 1 ? 'does' : 'do';
    return [`${dimensionsInWords(deaf)} ${follow} not follow ${titleOf(control, model)}`];
  });
}
