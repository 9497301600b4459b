'use client';
/** What has to be known of a visual's comparisons, in words, with a mend by one click where there is one. */
import type { CSSProperties } from 'react';
import { withItem } from '../../../core/dashboard/document/edit';
import { changedCompare, type Compare } from '../../../core/dashboard/document/kinds/compare';
import { isMeasured, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import type { ShownAnswer } from '../../../core/dashboard/turn/answer';
import type { ControlAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { BaselineWarning } from '../../../core/dashboard/turn/comparing/answer';
import {
  baselineDays,
  baselineLabel,
  hasBaseline,
  warningWords,
} from '../../../core/dashboard/turn/comparing/words';
import type { CalendarRule } from '../../../core/calendar/rule';
import { isTimeControl } from '../../../core/dashboard/document/document';
import { parsePhrase } from '../../../core/period/parse';
import { printPhrase } from '../../../core/period/print';
import { plainButtonStyle, quietStyle, role } from '../../../theme/roles';
import { useMode } from '../../workspace/mode';
import { useAnswers, useDocument, useHeld, useWorkspace } from '../../workspace/workspace';

/** What is said of one baseline. */
interface CompareNote {
  readonly words: string;
  readonly code: BaselineWarning['code'] | 'none';
}

/** What has to be known of the comparisons of an answer, each thing once; what holds for all of them without their names. */
function compareNotes(answer: ShownAnswer, rule: CalendarRule): CompareNote[] {
  const baselines = answer.baselines ?? [];
  const notes = new Map<string, { readonly code: CompareNote['code']; readonly labels: Set<string> }>();
  const add = (words: string, code: CompareNote['code'], label: string) => {
    const known = notes.get(words) ?? { code, labels: new Set<string>() };
    notes.set(words, { code, labels: known.labels.add(label) });
  };
  for (const baseline of baselines) {
    const label = baselineLabel(baseline);
    for (const measure of baseline.measures) {
      if (!hasBaseline(measure)) add(baselineDays(measure, rule), 'none', label);
      else if ('warnings' in measure)
        for (const warning of measure.warnings)
          add(warningWords(warning, measure, answer.latest), warning.code, label);
    }
  }
  return [...notes].map(([words, { code, labels }]) => ({
    code,
    words: labels.size === baselines.length ? words : `${[...labels].join(', ')}: ${words}`,
  }));
}

/** The setting of the comparison that mends what a note says. */
const SETTING_MENDS: Partial<Record<CompareNote['code'], { label: string; part: Partial<Compare> }>> = {
  length: { label: 'per day', part: { per: 'day' } },
  'late-data': { label: 'only days with data', part: { days: 'with data' } },
};

const BUTTON: CSSProperties = {
  ...plainButtonStyle,
  padding: '0 2px',
  color: role.time,
  textDecoration: 'underline',
};

/** A phrase that counts from the latest day with data; undefined where it cannot, or does so already. */
function countedFromLatest(text: string): string | undefined {
  const parsed = parsePhrase(text);
  if (!parsed.ok || parsed.phrase.kind === 'counted') return undefined;
  const counted = parsePhrase(`${printPhrase(parsed.phrase)} counted from latest so far`);
  return counted.ok && counted.phrase.kind === 'counted' ? printPhrase(counted.phrase) : undefined;
}

export function CompareNotes({ visual, answer }: { visual: MeasuredVisual; answer: ShownAnswer }) {
  const { model, store } = useWorkspace();
  const [mode] = useMode();
  const notes = compareNotes(answer, model.rule);
  if (notes.length === 0) return null;
  const codes = [...new Set(notes.map((note) => note.code))];
  const mends = codes.flatMap((code) => SETTING_MENDS[code] ?? []);
  const mend = (part: Partial<Compare>) =>
    store.getState().change((old) => {
      const own = old.visuals.find((entry) => entry.id === visual.id);
      if (!own || !isMeasured(own)) return old;
      return withItem(old, { ...own, compare: changedCompare(own.compare, part) });
    });
  const words = notes.map((note) => note.words).join(' · ');
  return (
    <p
      role="note"
      title={words}
      style={{
        ...quietStyle,
        color: role.warning,
        margin: '0 0 4px',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
        flex: 'none',
      }}
    >
      {mode === 'arrange' &&
        mends.map(({ label, part }) => (
          <button key={label} type="button" style={BUTTON} onClick={() => mend(part)}>
            {label}
          </button>
        ))}
      {codes.includes('late-data') && <FromLatest visual={visual} answer={answer} />}
      {words}
    </p>
  );
}

/** Whether a control asks for days after the last one with data. */
const reachesBeyond = (answer: ControlAnswer | undefined): boolean =>
  answer?.kind === 'period' && (answer.asked.at(-1)?.end ?? 0) > (answer.covered.at(-1)?.end ?? Infinity);

/** Lets the time control that governs a visual count from the latest day with data. */
function FromLatest({ visual, answer }: { visual: MeasuredVisual; answer: ShownAnswer }) {
  const { held } = useWorkspace();
  const document = useDocument();
  const state = useHeld((now) => now.state);
  const answers = useAnswers((now) => now.controls);
  const acting = new Set(answer.uses.flatMap((use) => use.acting.map((entry) => entry.control)));
  const control = document.controls.find((entry) => isTimeControl(entry) && acting.has(entry.id));
  if (!control || !isTimeControl(control) || visual.ownPeriod) return null;
  const text = countedFromLatest(state.periods[control.id] ?? control.default);
  if (text === undefined || !reachesBeyond(answers[control.id])) return null;
  return (
    <button type="button" style={BUTTON} onClick={() => held.hold(control.id, text)}>
      count from the latest day
    </button>
  );
}
