/** The findings of the wiring check about one visual. */
import { countDays, isEveryDay } from '../../calendar/runs';
import { nestsIn } from '../../calendar/units';
import { dimensionsInWords } from '../../model/dimension';
import { isTimeControl, type DashboardDocument, type Visual } from '../document/document';
import { quoted, type CheckGround, type Finding, type FindingCode, type Mend } from './finding';
import { bucketsOf, grainFor } from '../turn/grain';
import { datasetOf, measureOf, roleName } from '../../model/model';
import { isPickSource } from '../reader/pick';
import { seenBy } from '../wiring/selection';
import { partsOf } from '../wiring/uses';
import { isMeasured, measuresOf } from '../document/visuals';
import { crosspoint } from '../wiring/crosspoint';
import { switchWires } from '../wiring/wires';

function withVisual(document: DashboardDocument, visual: Visual): DashboardDocument {
  return { ...document, visuals: document.visuals.map((entry) => (entry.id === visual.id ? visual : entry)) };
}

/** Everything that is wrong with a visual. */
export function ofVisual(ground: CheckGround, visual: Visual): Finding[] {
  const { design } = ground;
  const { document, model } = design;
  const findings: Finding[] = [];
  const find = (code: FindingCode, words: string, mend: Mend | null = null, more: readonly string[] = []) =>
    findings.push({ code, items: [visual.id, ...more], words, mend });
  for (const shown of measuresOf(visual)) {
    if (partsOf(model, shown)) continue;
    find(
      'missing',
      `${quoted(model, visual)} shows the measure “${shown.measure}”, which is not there (or a part of it).`,
    );
  }
  const time = document.controls.filter(
    (control) => isTimeControl(control) && design.wire(control.id, visual.id)?.on === true,
  );
  if (time.length === 0 && !visual.ownPeriod) {
    const pairs = document.controls
      .filter((control) => isTimeControl(control) && crosspoint(design, control, visual).state !== 'no route')
      .slice(0, 1)
      .map((control) => ({ control: control.id, target: visual.id }));
    const first = document.controls.find((control) => control.id === pairs[0]?.control);
    find(
      'uncontrolled-visual',
      `${quoted(model, visual)} is under no time control: it always shows all of its data.`,
      first
        ? {
            label: `Wire ${quoted(model, first)} to it`,
            mended: () => ({ ...document, wires: switchWires(document, model, pairs, true) }),
          }
        : null,
    );
  }
  for (const control of design.actors) {
    const point = crosspoint(design, control, visual);
    if (point.state !== 'half') continue;
    const words = `${quoted(model, control)} reaches only some of ${quoted(model, visual)}: ${dimensionsInWords(point.deaf)} will not respond.`;
    find('half-wire', words, null, [control.id]);
  }
  if (isPickSource(visual) && !document.wires.some((wire) => wire.control === visual.id && wire.on)) {
    const off = document.wires.filter((wire) => wire.control !== visual.id);
    find('dead-control', `Marks of ${quoted(model, visual)} can be chosen, but nothing is wired to it.`, {
      label: 'Let nothing be chosen on it',
      mended: () => withVisual({ ...document, wires: off }, { ...visual, picks: false }),
    });
  }
  findings.push(...grainOf(ground, visual), ...ratiosOf(ground, visual));
  return findings;
}

function grainOf({ design, settings }: CheckGround, visual: Visual): Finding[] {
  if (!isMeasured(visual) || visual.grain === 'auto') return [];
  const { document, model } = design;
  const { grain } = visual;
  const findings: Finding[] = [];
  const coarse = measuresOf(visual)
    .flatMap((shown) => partsOf(model, shown) ?? [])
    .map((part) => part.measure)
    .filter((measure) => measure.grain !== 'day' && !measure.spread);
  const tooFine = coarse.filter((measure) => !nestsIn(measure.grain, grain, model.rule));
  const auto: Mend = {
    label: 'Let the grain follow the window',
    mended: () => withVisual(document, { ...visual, grain: 'auto' }),
  };
  if (tooFine.length > 0) {
    const names = [...new Set(tooFine.map((measure) => `${measure.name} (by ${measure.grain})`))].join(', ');
    findings.push({
      code: 'grain-too-fine',
      items: [visual.id],
      words: `${quoted(model, visual)} is set to the ${grain}, finer than ${names} is known; it is drawn coarser.`,
      mend: auto,
    });
  }
  for (const use of design.uses(visual).slice(0, 1)) {
    const { window } = seenBy(design, settings, visual, use);
    const days = countDays(window);
    if (isEveryDay(window) || !Number.isFinite(days) || days === 0) continue;
    const chosen = grainFor(
      visual,
      { first: window[0]!.start, last: window[window.length - 1]!.end },
      coarse.map((measure) => measure.grain),
      model.rule,
    );
    const points = bucketsOf(chosen.unit, window[0]!.start, window[window.length - 1]!.end, model.rule).starts
      .length;
    if (points === 1 && chosen.unit !== 'day')
      findings.push({
        code: 'grain-too-coarse',
        items: [visual.id],
        words: `${quoted(model, visual)} is by ${chosen.unit}, and its window holds no more than one: there is a single point.`,
        mend: auto,
      });
  }
  return findings;
}

function ratiosOf({ design: { model } }: CheckGround, visual: Visual): Finding[] {
  return measuresOf(visual).flatMap((shown): Finding[] => {
    const parts = partsOf(model, shown) ?? [];
    const [over, under] = parts;
    if (!over || !under || over.dataset !== under.dataset || over.role === under.role) return [];
    const measure = measureOf(model, shown.dataset, shown.measure)!;
    const roles = [over, under].map((part) => `“${roleName(model, part.dataset, part.role)}”`).join(' and ');
    return [
      {
        code: 'ratio-roles',
        items: [visual.id],
        words: `The ratio ${measure.name} in ${quoted(model, visual)} counts its two sides by different days, ${roles} of ${datasetOf(model, over.dataset)?.name ?? over.dataset}.`,
        mend: null,
      },
    ];
  });
}
