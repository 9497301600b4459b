/** The first steps of a trace: the as-of day, and what each control that acts says. */
import { shortDayWords } from '../../calendar/names';
import type { CalendarRule } from '../../calendar/rule';
import { describeRuns } from '../../period/describe';
import { isControl, isTimeControl, type Control, type Visual } from '../document/document';
import { isPickSource } from '../reader/pick';
import { settingKey } from '../wiring/selection';
import { actingAsOf, isRevealed } from '../reader/held';
import type { Setting } from '../reader/setting';
import { pickWords, valuesInWords, type TraceContext, type TraceStep } from './traceStep';

/** As-of day, then what each control that acts says. */
export function clockSteps(context: TraceContext, item: Visual | Control): TraceStep[] {
  const { design, settings, state, realToday } = context;
  const { document, model } = design;
  const steps: TraceStep[] = [];
  const day = actingAsOf(document, state);
  const asOf =
    day === null ? `today, ${shortDayWords(realToday, true)}` : `the as-of day ${shortDayWords(day, true)}`;
  steps.push({
    kind: 'clock',
    words: `Rolling periods count from ${asOf}, unless a control has an anchor of its own.`,
  });
  const acting = new Set(
    document.wires.filter((wire) => wire.target === item.id && wire.on).map((wire) => wire.control),
  );
  if (isControl(item)) acting.add(item.id);
  for (const control of document.controls) {
    const step = acting.has(control.id) ? controlStep(context, control) : undefined;
    if (step) steps.push(step);
  }
  for (const visual of document.visuals.filter(isPickSource)) {
    const setting = settings.get(settingKey(visual));
    if (acting.has(visual.id) && setting?.kind === 'pick')
      steps.push({
        kind: 'clock',
        control: visual.id,
        words: `Chosen on ${design.titleOf(visual)}: ${pickWords(setting, model.rule)}.`,
      });
  }
  return steps;
}

/** What a control says; undefined for one that says nothing of its own, such as a chooser. */
function controlStep({ design, settings, state }: TraceContext, control: Control): TraceStep | undefined {
  const { document, model } = design;
  const name = design.titleOf(control);
  if (!isRevealed(document, state, control))
    return {
      kind: 'no effect',
      control: control.id,
      words: `${name} is hidden now, so it has no effect.`,
    };
  const setting = settings.get(control.id);
  if (isTimeControl(control) && setting?.kind === 'window') {
    const anchor = control.anchor ?? document.anchor;
    const counted = anchor === 'today' ? '' : `, counted from ${anchor}`;
    const moved = setting.followed ? ', moved to where there is data' : '';
    return {
      kind: 'clock',
      control: control.id,
      words: `${name}: “${setting.text}”${counted}: ${windowWords(setting, model.rule)}${moved}.`,
    };
  }
  if (setting?.kind !== 'choice') return undefined;
  return { kind: 'clock', control: control.id, words: `${name}: ${choiceWords(setting)}.` };
}

type SettingOf<K extends Setting['kind']> = Extract<Setting, { readonly kind: K }>;

function windowWords({ error, empty, runs }: SettingOf<'window'>, rule: CalendarRule): string {
  if (error) return `cannot be read (${error.message}), so it has no effect`;
  return empty ? 'has no day' : describeRuns(runs, rule);
}

function choiceWords({ off, values }: SettingOf<'choice'>): string {
  if (off) return 'switched off, so every value';
  return values.length === 0 ? 'nothing chosen, so every value' : valuesInWords(values);
}
