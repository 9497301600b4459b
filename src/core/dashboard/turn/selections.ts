/** What a reader holds as a selection: as it is, so that rolling periods stay rolling, or fixed to the days of now. */
import type { CalendarRule } from '../../calendar/rule';
import { isEveryDay } from '../../calendar/runs';
import { isoDay, type Day } from '../../calendar/day';
import type { PeriodContext } from '../../period/point';
import { runsWords } from '../../period/describe';
import { parsePhrase } from '../../period/parse';
import { runsText } from '../../period/print';
import { resolvePhrase } from '../../period/resolve';
import { EMPTY_WORDS } from '../../period/resolvedWords';
import { isTimeControl } from '../document/document';
import type { AddressParts } from '../document/selections';
import { titlesIn } from '../document/title';
import { addressOf, stateFromAddress } from '../reader/address';
import { heldWords } from '../reader/held';
import { parametersOf } from '../reader/parameters';
import type { ReaderState } from '../reader/state';
import type { Design } from '../wiring/design';
import type { ControlAnswer } from './controlAnswer';

/** The parts of the address that say what is held; those with nothing to say are left out. */
export function partsOfState({ document }: Pick<Design, 'document'>, state: ReaderState): AddressParts {
  const said = Object.entries(addressOf(document, state)).filter(
    (part): part is [string, string] => part[1] !== null,
  );
  return Object.fromEntries(said);
}

/**
 * A state that means the same days for ever: every time control holds the days that it asks for now, and the day of now
 * stands for today. Open ends stay open.
 */
export function frozenState(
  { document }: Pick<Design, 'document'>,
  state: ReaderState,
  controls: Readonly<Record<string, ControlAnswer>>,
  today: Day,
): ReaderState {
  const periods = { ...state.periods };
  for (const control of document.controls) {
    const answer = controls[control.id];
    if (!isTimeControl(control) || answer?.kind !== 'period' || isEveryDay(answer.asked)) continue;
    const ends = answer.asked.flatMap((run) => [run.start, run.end]);
    if (ends.length === 0 || ends.some((day) => !Number.isFinite(day))) continue;
    periods[control.id] = runsText(answer.asked);
  }
  return { ...state, periods, asOf: state.asOf ?? isoDay(today) };
}

/** What a period phrase means now: "last month: May 2026". */
function periodNow(text: string, context: PeriodContext, rule: CalendarRule): string {
  const parsed = parsePhrase(text);
  if (!parsed.ok) return text;
  const resolved = resolvePhrase(parsed.phrase, context);
  if (!resolved.ok) return text;
  if (resolved.empty) return `${text}: no day, ${EMPTY_WORDS[resolved.empty]}`;
  const words = runsWords(resolved.runs, rule);
  return words === text ? words : `${text}: ${words}`;
}

/** What a selection holds, in words, with the days that it means now; "everything as designed" where it holds nothing. */
export function selectionWords(
  { document, model }: Design,
  parts: AddressParts,
  controls: Readonly<Record<string, ControlAnswer>>,
): string {
  const state = stateFromAddress(document, parts);
  const titles = titlesIn(document, model);
  const parameters = parametersOf(document, state);
  const said = document.controls.flatMap((control) => {
    if (isTimeControl(control)) {
      const text = state.periods[control.id];
      const answer = controls[control.id];
      const context = answer && 'context' in answer ? answer.context : undefined;
      if (text === undefined) return [];
      return [`${titles.get(control.id)!} ${context ? periodNow(text, context, model.rule) : text}`];
    }
    const words = heldWords(control, state, model, parameters);
    return words === null ? [] : [`${titles.get(control.id)!} ${words}`];
  });
  if (state.asOf) said.push(`as of ${state.asOf}`);
  return said.length === 0 ? 'everything as designed' : said.join(', ');
}
