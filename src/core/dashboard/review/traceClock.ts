/** The first steps of a trace: the as-of day, and what each control that acts says. */
import { shortDayWords } from '../../calendar/names';
import { describeRuns } from '../../period/describe';
import { isControl, isTimeControl, type Control, type Visual } from '../document/document';
import { isPickSource } from '../reader/pick';
import { settingKey } from '../wiring/selection';
import { actingAsOf, isRevealed } from '../reader/held';
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
    if (!acting.has(control.id)) continue;
    const name = design.titleOf(control);
    if (!isRevealed(document, state, control)) {
      steps.push({
        kind: 'no effect',
        control: control.id,
        words: `${name} is hidden now, so it has no effect.`,
      });
      continue;
    }
    const setting = settings.get(control.id);
    if (isTimeControl(control) && setting?.kind === 'window') {
      const anchor = control.anchor ?? document.anchor;
      const days = setting.error
        ? `cannot be read (${setting.error.message}), so it has no effect`
        : setting.empty
          ? 'has no day'
          : describeRuns(setting.runs, model.rule);
      steps.push({
        kind: 'clock',
        control: control.id,
        words: `${name}: “${setting.text}”${anchor === 'today' ? '' : `, counted from ${anchor}`}: ${days}${setting.followed ? ', moved to where there is data' : ''}.`,
      });
    } else if (setting?.kind === 'choice') {
      const words = setting.off
        ? 'switched off, so every value'
        : setting.values.length === 0
          ? 'nothing chosen, so every value'
          : valuesInWords(setting.values);
      steps.push({ kind: 'clock', control: control.id, words: `${name}: ${words}.` });
    }
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
