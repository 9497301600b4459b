'use client';
/** A time control in use: the phrase it shows, its days, and how to change it. */
import { dayWords } from '../../core/calendar/names';
import { isEveryDay, type DayRuns } from '../../core/calendar/runs';
import { clipRuns, type Clipped } from '../../core/coverage/coverage';
import type { PeriodAnswer } from '../../core/dashboard/turn/controlAnswer';
import type { TimeControl } from '../../core/dashboard/document/document';
import { EMPTY_WORDS } from '../../core/period/resolvedWords';
import { runsWords } from '../../core/period/describe';
import { resolveText, type Resolved } from '../../core/period/resolve';
import { useControlHeld, useTitle, useWorkspace } from '../workspace/workspace';
import { coverageWords } from '../../core/dashboard/turn/said/coverageWords';

export interface Period {
  readonly control: TimeControl;
  readonly title: string;
  readonly answer: PeriodAnswer;
  /** The phrase shown: ahead of the answer, of what is applied while changes are held, and of a handle let go. */
  readonly text: string;
  readonly resolved: Resolved;
  /** The days asked for; every day when the phrase cannot be read. */
  readonly asked: DayRuns;
  readonly clipped: Clipped;
  readonly isEverything: boolean;
  /** Whether the shown phrase waits for Apply. */
  readonly isPending: boolean;
  set: (text: string) => void;
  /** Shows a phrase while a handle is moved. */
  preview: (text: string) => void;
  /** Ends the movement of a handle without keeping its phrase. */
  letGo: () => void;
  clear: () => void;
}

/** The period of a control from its newest answer and what its reader has done since. */
export function usePeriod(control: TimeControl, answer: PeriodAnswer): Period {
  const { held } = useWorkspace();
  const title = useTitle(control);
  const { value: text, isPending } = useControlHeld(control);
  const isAnswered = text === answer.text;
  const resolved: Resolved = isAnswered
    ? answer.error
      ? { ok: false, error: answer.error }
      : answer.empty
        ? { ok: true, runs: [], empty: answer.empty }
        : { ok: true, runs: answer.asked }
    : resolveText(text, answer.context);
  const asked = resolved.ok ? resolved.runs : answer.asked;
  return {
    control,
    title,
    answer,
    text,
    resolved,
    asked,
    clipped: clipRuns(asked, answer.covered),
    isEverything: isEveryDay(asked),
    isPending,
    set: (next) => held.hold(control.id, next),
    preview: (next) => held.drag(control.id, next),
    letGo: () => held.letGo(),
    clear: () => held.clear(control.id),
  };
}

/** The period in words: its days and those with data, what was cut off, or why there is nothing. */
export function periodWords(period: Period, isShort = false): string {
  const { answer, resolved, asked, clipped, isEverything } = period;
  const { rule } = answer.context;
  if (resolved.ok && resolved.empty) return `no day: ${EMPTY_WORDS[resolved.empty]}`;
  if (clipped.empty) {
    const where = `no data ${runsWords(asked, rule)}`;
    return clipped.nearest === undefined ? where : `${where}; nearest: ${dayWords(clipped.nearest.day)}`;
  }
  const words = `${runsWords(clipped.runs, rule)} · ${coverageWords(clipped.runs, clipped.daysWithData, asked)}`;
  if (isEverything) return isShort ? `everything: ${runsWords(clipped.runs, rule)}` : `everything: ${words}`;
  return answer.followed ? `moved to where there is data: ${words}` : words;
}
