/** The findings of the wiring check about one visual. */
import { countDays, isEveryDay } from '../../calendar/runs';
import { nestsIn } from '../../calendar/units';
import { dimensionsInWords } from '../../model/dimension';
import { isTimeControl, type DashboardDocument, type Visual } from '../document/document';
import { named, type CheckGround, type Finding, type FindingCode, type Mend } from './finding';
import { bucketsOf, grainFor } from '../turn/grain';
import { datasetOf, measureOf, roleName } from '../../model/model';
import { isPickSource } from '../reader/pick';
import { seenBy } from '../wiring/selection';
import { datasetUses, partsOf } from '../wiring/uses';
import { measuresOf } from '../document/visuals';
import { actorsOf } from '../wiring/routes';
import { crosspoint, switchWires, wireOf } from '../wiring/wiring';

function withVisual(document: DashboardDocument, visual: Visual): DashboardDocument {
  return { ...document, visuals: document.visuals.map((entry) => (entry.id === visual.id ? visual : entry)) };
}

/** Everything that is wrong with a visual. */
export function ofVisual(ground: CheckGround, visual: Visual): Finding[] {
  const { document, model } = ground;
  const findings: Finding[] = [];
  const find = (code: FindingCode, words: string, mend: Mend | null = null, more: readonly string[] = []) =>
    findings.push({ code, items: [visual.id, ...more], words, mend });
  for (const shown of measuresOf(visual)) {
    if (partsOf(model, shown)) continue;
    find(
      'missing',
      `${named(model, visual)} shows the measure “${shown.measure}”, which is not there (or a part of it).`,
    );
  }
  const time = document.controls.filter(
    (control) => isTimeControl(control) && wireOf(document, control.id, visual.id)?.on === true,
  );
  if (time.length === 0 && !visual.ownPeriod) {
    const pairs = document.controls
      .filter(
        (control) =>
          isTimeControl(control) && crosspoint(document, model, control, visual).state !== 'no route',
      )
      .slice(0, 1)
      .map((control) => ({ control: control.id, target: visual.id }));
    const first = document.controls.find((control) => control.id === pairs[0]?.control);
    find(
      'uncontrolled-visual',
      `${named(model, visual)} is under no time control: it always shows all of its data.`,
      first
        ? {
            label: `Wire ${named(model, first)} to it`,
            document: { ...document, wires: switchWires(document, model, pairs, true) },
          }
        : null,
    );
  }
  for (const control of actorsOf(document)) {
    const point = crosspoint(document, model, control, visual);
    if (point.state !== 'half') continue;
    const words = `${named(model, control)} reaches only some of ${named(model, visual)}: ${dimensionsInWords(point.deaf)} will not respond.`;
    find('half-wire', words, null, [control.id]);
  }
  if (isPickSource(visual) && !document.wires.some((wire) => wire.control === visual.id && wire.on)) {
    const off = document.wires.filter((wire) => wire.control !== visual.id);
    find('dead-control', `Marks of ${named(model, visual)} can be chosen, but nothing is wired to it.`, {
      label: 'Let nothing be chosen on it',
      document: withVisual({ ...document, wires: off }, { ...visual, picks: false }),
    });
  }
  findings.push(...grainOf(ground, visual), ...ratiosOf(ground, visual));
  return findings;
}

function grainOf({ document, model, settings }: CheckGround, visual: Visual): Finding[] {
  if (visual.kind === 'table' || visual.grain === 'auto') return [];
  const { grain } = visual;
  const findings: Finding[] = [];
  const coarse = measuresOf(visual)
    .flatMap((shown) => partsOf(model, shown) ?? [])
    .map((part) => part.measure)
    .filter((measure) => measure.grain !== 'day' && !measure.spread);
  const tooFine = coarse.filter((measure) => !nestsIn(measure.grain, grain, model.rule));
  const auto: Mend = {
    label: 'Let the grain follow the window',
    document: withVisual(document, { ...visual, grain: 'auto' }),
  };
  if (tooFine.length > 0) {
    const names = [...new Set(tooFine.map((measure) => `${measure.name} (by ${measure.grain})`))].join(', ');
    findings.push({
      code: 'grain-too-fine',
      items: [visual.id],
      words: `${named(model, visual)} is set to the ${grain}, finer than ${names} is known; it is drawn coarser.`,
      mend: auto,
    });
  }
  for (const use of datasetUses(document, model, visual).slice(0, 1)) {
    const { window } = seenBy(document, model, settings, visual, use);
    const days = countDays(window);
    if (isEveryDay(window) || !Number.isFinite(days) || days === 0) continue;
    const chosen = grainFor(
      visual,
      days,
      coarse.map((measure) => measure.grain),
      model.rule,
    );
    const points = bucketsOf(chosen.unit, window[0]!.start, window[window.length - 1]!.end, model.rule).starts
      .length;
    if (points === 1 && chosen.unit !== 'day')
      findings.push({
        code: 'grain-too-coarse',
        items: [visual.id],
        words: `${named(model, visual)} is by ${chosen.unit}, and its window holds no more than one: there is a single point.`,
        mend: auto,
      });
  }
  return findings;
}

function ratiosOf({ model }: CheckGround, visual: Visual): Finding[] {
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
        words: `The ratio ${measure.name} in ${named(model, visual)} counts its two sides by different days, ${roles} of ${datasetOf(model, over.dataset)?.name ?? over.dataset}.`,
        mend: null,
      },
    ];
  });
}
