/** What is in effect on a dashboard, in words, for what is taken away from it. */
import { dayWords } from '../../../calendar/names';
import type { Day } from '../../../calendar/day';
import { titlesIn } from '../../document/title';
import { parametersOf } from '../../reader/parameters';
import type { ReaderState } from '../../reader/state';
import type { Design } from '../../wiring/design';
import type { TurnAnswer } from '../answer';
import { freshnessOf, freshnessWords } from '../freshness';
import { saying } from './inEffect';

export interface About {
  /** Title of the dashboard. */
  readonly title: string;
  /** What each control says, by its title; none where everything is shown. */
  readonly inEffect: readonly { readonly control: string; readonly words: string }[];
  /** The day that stands for today. */
  readonly asOf: string;
  /** A sentence for each dataset. */
  readonly freshness: readonly string[];
}

/** What is in effect in an answered turn; `now`: milliseconds since 1970-01-01 UTC, when it was answered. */
export function aboutOf(
  { document, model }: Design,
  state: ReaderState,
  { controls, lanes, visuals }: TurnAnswer,
  { today, now }: { readonly today: Day; readonly now: number },
): About {
  const titles = titlesIn(document, model);
  const parameters = parametersOf(document, state);
  return {
    title: document.title,
    inEffect: document.controls.flatMap((control) => {
      const said = saying(control, controls[control.id], state, model, parameters);
      if (!said) return [];
      const words = [said.words, said.more].filter((part) => part !== '').join(' ');
      return [{ control: titles.get(control.id)!, words }];
    }),
    asOf: dayWords(today),
    freshness: freshnessOf(model, lanes, visuals).map((entry) =>
      freshnessWords(entry, model, document.timeZone, now),
    ),
  };
}

/** What is in effect as one sentence: "Days last month: May 2026 (31 days), Route Quern". */
export const inEffectWords = ({ inEffect }: About): string =>
  inEffect.length === 0
    ? 'everything'
    : inEffect.map(({ control, words }) => `${control} ${words}`).join(', ');
