/** What the in-effect line says of each control, and of controls that narrow each other. */
import { intersectRuns, isEveryDay, sameRuns, type DayRuns } from '../../../calendar/runs';
import type { Control, DashboardDocument } from '../../document/document';
import { heldWords, isSwitchedOff } from '../../reader/held';
import type { Parameters } from '../../reader/parameter';
import type { ReaderState } from '../../reader/state';
import type { ControlAnswer, PeriodAnswer } from '../controlAnswer';
import { baselineName } from '../../document/kinds/compare';
import { baselineDays } from '../comparing/words';
import { measureOf, type Model } from '../../../model/model';
import { runsWords } from '../../../period/describe';
import { parsePhrase } from '../../../period/parse';
import { staysFixed } from '../../../period/phrase';
import { EMPTY_WORDS } from '../../../period/resolvedWords';
import { coverageWords } from './coverageWords';

export interface Said {
  readonly words: string;
  readonly more: string;
}

/** What a control says, in words; undefined when it asks for everything, or is not in effect. */
export function saying(
  control: Control,
  answer: ControlAnswer | undefined,
  state: ReaderState,
  model: Model,
  parameters: Parameters,
): Said | undefined {
  if (answer?.kind === 'hidden') return undefined;
  if (answer?.kind === 'period') return periodSaying(answer);
  if (answer && answer.kind in CHOOSER_SAYINGS) return chooserSaying(control, answer, model);
  const words = heldWords(control, state, model, parameters);
  return words === null ? undefined : { words, more: isSwitchedOff(state, control.id) ? '(off)' : '' };
}

/** What choosers say: only what is not plain from the visuals themselves. */
const CHOOSER_SAYINGS = { baselines: true, measures: true, grain: true };

function chooserSaying(control: Control, answer: ControlAnswer, model: Model): Said | undefined {
  switch (answer.kind) {
    case 'baselines': {
      const chosen = answer.offers.filter(({ id, text }) =>
        answer.chosen.some((entry) => (typeof entry === 'string' ? entry === id : entry.text === text)),
      );
      if (chosen.length === 0) return undefined;
      const words = chosen.map(baselineName).join(' and ');
      const days = chosen.flatMap(({ windows }) =>
        windows.slice(0, 1).map((one) => baselineDays(one, model.rule)),
      );
      return { words, more: days.length > 0 ? `(${days.join('; ')})` : '' };
    }
    case 'measures': {
      const refs =
        control.kind === 'measures' ? answer.chosen.flatMap((place) => control.offer[place] ?? []) : [];
      const names = refs.map((ref) => measureOf(model, ref.dataset, ref.measure)?.name ?? ref.measure);
      return names.length === 0 ? undefined : { words: names.join(' and '), more: '' };
    }
    case 'grain':
      return answer.chosen === 'auto' ? undefined : { words: answer.chosen, more: '' };
    default:
      return undefined;
  }
}

function periodSaying(answer: PeriodAnswer): Said | undefined {
  const { rule } = answer.context;
  if (answer.empty) return { words: answer.text, more: `(no day: ${EMPTY_WORDS[answer.empty]})` };
  if (isEveryDay(answer.asked)) return undefined;
  const parsed = parsePhrase(answer.text);
  const rolling = parsed.ok && !staysFixed(parsed.phrase) ? `${answer.text}: ` : '';
  if (answer.shown.length === 0)
    return { words: `${rolling}${runsWords(answer.asked, rule)}`, more: '(no data)' };
  return {
    words: `${rolling}${runsWords(answer.shown, rule)}`,
    more: `(${coverageWords(answer.shown, answer.daysWithData, answer.asked)})`,
  };
}

/** Where time controls narrow each other on the same visuals: what is left of their windows, each meeting once. */
export function meetings(
  document: DashboardDocument,
  answers: Readonly<Record<string, ControlAnswer>>,
): { readonly controls: readonly string[]; readonly runs: DayRuns }[] {
  const found = new Map<string, { controls: string[]; runs: DayRuns }>();
  for (const { id } of document.controls) {
    const answer = answers[id];
    if (answer?.kind !== 'period' || isEveryDay(answer.asked)) continue;
    const others = answer.others.filter((other) => !isEveryDay(other.runs));
    const controls = [id, ...others.map((other) => other.control)].sort();
    const runs = others.reduce((left, other) => intersectRuns(left, other.runs), answer.asked);
    const isNews = ![answer.asked, ...others.map((other) => other.runs)].some((own) => sameRuns(own, runs));
    if (isNews) found.set(controls.join(' '), { controls, runs });
  }
  return [...found.values()];
}
