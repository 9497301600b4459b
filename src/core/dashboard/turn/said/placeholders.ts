/** Places in titles and texts that are filled from what is shown. */
import { dayWords } from '../../../calendar/names';
import type { DashboardDocument } from '../../document/document';
import { isShown, type ShownAnswer, type VisualAnswer } from '../answer';
import { loadedWords } from '../freshness';
import { datasetOf, type Model } from '../../../model/model';
import { runsWords } from '../../../period/describe';
import { coverageWords, isCutShort } from './coverageWords';

export interface WordsGround {
  readonly model: Model;
  readonly document: Pick<DashboardDocument, 'timeZone'>;
}

/** The window with what it was asked for, where the data cuts it short. */
function filledWindow({ window }: ShownAnswer, { model }: WordsGround): string {
  const words = runsWords(window.shown, model.rule);
  return isCutShort(window.asked, window.shown)
    ? `${words} (${coverageWords(window.shown, window.daysWithData, window.asked)})`
    : words;
}

/** When the oldest of the shown datasets was loaded; "live" where all are read as they are now. */
function filledLoaded(answer: ShownAnswer, { model, document }: WordsGround): string {
  const shown = [...new Set(answer.uses.map((use) => use.dataset))].flatMap(
    (key) => datasetOf(model, key) ?? [],
  );
  const [oldest] = shown
    .filter((dataset) => !dataset.live)
    .map((dataset) => dataset.loadedAt)
    .sort();
  return oldest === undefined ? 'live' : loadedWords(oldest, document.timeZone);
}

/** The names of places that texts can have. */
const PLACES = /^(?:window|asked|latest|loaded|choices|measure(?: \d)?)$/;

/**
 * A text with its places filled: {window}, the days {asked} for, the {latest} day with data, when the data was {loaded};
 * `more` names others. What is no place stays as it is.
 */
export function filled(
  text: string,
  answer: VisualAnswer | undefined,
  ground: WordsGround,
  more: Readonly<Record<string, string>> = {},
): string {
  if (!text.includes('{')) return text;
  const shown = isShown(answer) ? answer : undefined;
  const words: Readonly<Record<string, string | undefined>> = shown
    ? {
        window: filledWindow(shown, ground),
        asked: runsWords(shown.window.asked, ground.model.rule),
        latest: dayWords(shown.latest),
        loaded: filledLoaded(shown, ground),
        ...more,
      }
    : {};
  return text.replace(/\{([a-z]+(?: \d)?)\}/g, (place, name: string) =>
    PLACES.test(name) ? (words[name] ?? (shown ? place : '…')) : place,
  );
}
