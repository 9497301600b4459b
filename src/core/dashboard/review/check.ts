/** The wiring check: what is dead, never meets, can turn empty, or does not say what it seems to; with mends where there are. */
import type { Day } from '../../calendar/day';
import { shortDayWords } from '../../calendar/names';
import { intersectRuns } from '../../calendar/runs';
import { parsePhrase } from '../../period/parse';
import { staysFixed } from '../../period/phrase';
import { resolvePhrase } from '../../period/resolve';
import { ofComparisons } from './checkCompare';
import { ofPages } from './checkPages';
import { ofVisual } from './checkVisual';
import { dimensionName, isKnown } from '../../model/dimension';
import { isTimeControl, type Control, type DashboardDocument, type TimeControl } from '../document/document';
import { actsOf, isWirable, kindOf } from '../document/controls';
import {
  quoted,
  type CheckGround,
  type CheckInput,
  type Finding,
  type FindingCode,
  type Mend,
} from './finding';
import { rehearse } from './rehearsal';
import { settle } from '../turn/settle';
import { conditionsUsing, missingParameters } from '../reader/parameterUse';
import { withValueControl } from '../wiring/valueControl';
import { DEFAULT_STATE } from '../reader/state';
import { routeTo } from '../wiring/routes';
import { crosspoint } from '../wiring/crosspoint';
import { switchWires } from '../wiring/wires';

const YEAR = 365;

/** Every finding, in the order of the items. */
export async function checkDashboard(input: CheckInput): Promise<Finding[]> {
  const { design, source, today } = input;
  const { document } = design;
  const settings = await settle(design, DEFAULT_STATE, today, source);
  const ground = { ...input, settings };
  const findings = [
    ...document.controls.flatMap((control) => ofControl(ground, control)),
    ...document.visuals.flatMap((visual) => ofVisual(ground, visual)),
    ...neverMeet(ground),
    ...(await ofComparisons(ground)),
    ...ofPages(ground),
  ];
  return input.year ? [...findings, ...(await emptyLater(ground, findings))] : findings;
}

/** What tells a finding from all others of a dashboard, and its mend. */
export interface WantedMend {
  readonly code: FindingCode;
  readonly items: readonly string[];
  readonly mend: string;
}

/** The document with the mend of a finding; undefined where that is not found, or is mended in another way. */
export async function mendedDocument(
  input: Omit<CheckInput, 'year'>,
  wanted: WantedMend,
): Promise<DashboardDocument | undefined> {
  const findings = await checkDashboard({ ...input, year: wanted.code === 'empty-later' });
  return findings
    .find(
      ({ code, items, mend }) =>
        code === wanted.code && mend?.label === wanted.mend && items.join() === wanted.items.join(),
    )
    ?.mend?.mended();
}

function withControl(document: DashboardDocument, control: Control): DashboardDocument {
  return {
    ...document,
    controls: document.controls.map((entry) => (entry.id === control.id ? control : entry)),
  };
}

/** Pairs of a control with every visual that it has a route to. */
function openPairs({ design }: CheckGround, control: Control) {
  return design.document.visuals
    .filter((visual) => crosspoint(design, control, visual).state !== 'no route')
    .map((visual) => ({ control: control.id, target: visual.id }));
}

function ofControl(ground: CheckGround, control: Control): Finding[] {
  const { document, model } = ground.design;
  const findings: Finding[] = [];
  const acts = actsOf(control);
  const unknown = acts.by === 'dimensions' ? acts.levels.find((level) => !isKnown(model, level)) : undefined;
  if (unknown) {
    findings.push({
      code: 'missing',
      items: [control.id],
      words: `${quoted(model, control)} chooses from “${dimensionName(model, unknown)}”, which is not there any more.`,
      mend: null,
    });
  }
  if (isWirable(control) && !document.wires.some((wire) => wire.control === control.id && wire.on)) {
    const pairs = openPairs(ground, control);
    findings.push({
      code: 'dead-control',
      items: [control.id],
      words: `${quoted(model, control)} is wired to nothing, so it has no effect.`,
      mend:
        pairs.length === 0
          ? null
          : {
              label: `Wire it to ${pairs.length} ${pairs.length === 1 ? 'visual' : 'visuals'}`,
              mended: () => ({ ...document, wires: switchWires(document, model, pairs, true) }),
            },
    });
  }
  findings.push(...ofParameters(ground, control));
  findings.push(...revealOf(ground, control));
  if (isTimeControl(control)) findings.push(...ofTimeControl(ground, control));
  return findings;
}

/** Conditions that ask for a value which no control gives, and values for which no condition asks. */
function ofParameters({ design: { document, model } }: CheckGround, control: Control): Finding[] {
  if (control.kind === 'value') {
    if (conditionsUsing(document, model, control.name).length > 0) return [];
    // A condition that readers type can ask for it.
    if (document.controls.some((entry) => entry.kind === 'condition' && entry.open)) return [];
    const words = `${quoted(model, control)} has no effect: no condition asks for :${control.name}.`;
    return [{ code: 'unused-value', items: [control.id], words, mend: null }];
  }
  if (control.kind !== 'condition') return [];
  return missingParameters(document, control, model).map((name) => ({
    code: 'missing-value',
    items: [control.id],
    words: `${quoted(model, control)} asks for :${name}, and no value control gives it.`,
    mend: {
      label: `Add a value control :${name}`,
      mended: () => withValueControl(document, model, control, name),
    },
  }));
}

/** A control that only shows while another holds values which that one can never hold. */
function revealOf({ design: { document, model } }: CheckGround, control: Control): Finding[] {
  const { reveal } = control;
  if (!reveal) return [];
  const other = document.controls.find((entry) => entry.id === reveal.control);
  const circle = other?.reveal?.control === control.id;
  const named = other && kindOf(other).reveals(other, { model, baselines: document.baselines });
  const reachable =
    named?.by !== 'choices' ||
    !named.isAll ||
    named.choices.some((choice) => reveal.values.includes(choice.value));
  if (other && !circle && reachable) return [];
  return [
    {
      code: 'never-revealed',
      items: [control.id],
      words: `${quoted(model, control)} is hidden, and nothing can reveal it.`,
      mend: { label: 'Show it always', mended: () => withControl(document, { ...control, reveal: null }) },
    },
  ];
}

function ofTimeControl(ground: CheckGround, control: TimeControl): Finding[] {
  const { settings } = ground;
  const setting = settings.get(control.id);
  if (setting?.kind !== 'window') return [];
  const { data } = setting.context;
  const latest = data.at(-1)?.end;
  const parsed = parsePhrase(control.default);
  const fixed = parsed.ok && staysFixed(parsed.phrase);
  const isEmpty = setting.empty !== null || intersectRuns(setting.runs, data).length === 0;
  const end = setting.runs.at(-1)?.end;
  const isOld = fixed && latest !== undefined && end !== undefined && latest - end > YEAR;
  return [
    ...(isEmpty ? [emptyToday(ground, control, latest, fixed)] : []),
    ...(isOld ? [oldDefault(ground, control)] : []),
  ];
}

/** A default without a day with data; `latest` is the last day with data, if there is one. */
function emptyToday(
  ground: CheckGround,
  control: TimeControl,
  latest: Day | undefined,
  fixed: boolean,
): Finding {
  const { document, model } = ground.design;
  const toLatest = {
    label: 'Count from the latest day with data so far',
    mended: () => withControl(document, { ...control, anchor: 'latest so far' }),
  };
  const ends = latest === undefined ? '' : `; the data ends on ${shortDayWords(latest, true)}`;
  return {
    code: 'empty-today',
    items: [control.id],
    words: `The default “${control.default}” of ${quoted(model, control)} has no day with data today${ends}.`,
    mend:
      fixed || latest === undefined || control.anchor === 'latest so far'
        ? null
        : mendWhenFilled(ground, control, toLatest),
  };
}

function oldDefault({ design: { document, model } }: CheckGround, control: TimeControl): Finding {
  const fresh = { default: 'last 12 months', defaultNamed: null, anchor: 'latest so far' } as const;
  return {
    code: 'old-default',
    items: [control.id],
    words: `The default “${control.default}” of ${quoted(model, control)} ends more than a year before the newest data.`,
    mend: {
      label: 'Begin with the last 12 months',
      mended: () => withControl(document, { ...control, ...fresh }),
    },
  };
}

/** A mend is offered only where it helps: the phrase has days with data under the other anchor. */
function mendWhenFilled(ground: CheckGround, control: TimeControl, mend: Mend): Mend | null {
  const setting = ground.settings.get(control.id);
  const parsed = parsePhrase(control.default);
  if (setting?.kind !== 'window' || !parsed.ok) return null;
  const anchor = { base: { kind: 'latest so far' as const }, steps: [] };
  const resolved = resolvePhrase(parsed.phrase, { ...setting.context, anchor });
  return resolved.ok && !resolved.empty && intersectRuns(resolved.runs, setting.context.data).length > 0
    ? mend
    : null;
}

/** Time controls that act on one visual through one date role and whose default windows have no day in common. */
function neverMeet({ design, settings }: CheckGround): Finding[] {
  const { document, model } = design;
  const findings = new Map<string, Finding>();
  for (const visual of document.visuals) {
    for (const use of design.uses(visual)) {
      const acting = document.controls.flatMap((control) => {
        const wire = design.wire(control.id, visual.id);
        const setting = settings.get(control.id);
        if (!wire?.on || setting?.kind !== 'window' || setting.runs.length === 0) return [];
        const route = routeTo(model, control, use, wire);
        return route.kind === 'role' ? [{ control, role: route.role, runs: setting.runs }] : [];
      });
      acting.forEach((a, i) => {
        for (const b of acting.slice(i + 1)) {
          if (a.role !== b.role || intersectRuns(a.runs, b.runs).length > 0) continue;
          const key = `${a.control.id} ${b.control.id}`;
          if (findings.has(key)) continue;
          const pair = { control: b.control.id, target: visual.id };
          findings.set(key, {
            code: 'never-meet',
            items: [a.control.id, b.control.id, visual.id],
            words: `The windows of ${quoted(model, a.control)} and ${quoted(model, b.control)} have no day in common, so ${quoted(model, visual)} is empty.`,
            mend: {
              label: `Unwire ${quoted(model, b.control)} from it`,
              mended: () => ({ ...document, wires: switchWires(document, model, [pair], false) }),
            },
          });
        }
      });
    }
  }
  return [...findings.values()];
}

/** Defaults that have no day, or no day with data, on some day of the coming year, if data goes on arriving as now. */
async function emptyLater(ground: CheckGround, known: readonly Finding[]): Promise<Finding[]> {
  const { design, source, today } = ground;
  const told = new Set(
    known.filter((finding) => finding.code === 'empty-today').flatMap((finding) => finding.items),
  );
  const bare = new Set(
    known.filter((finding) => finding.code === 'baseline-empty').flatMap((finding) => finding.items),
  );
  const { problems } = await rehearse(
    { design, today, from: today, to: today + YEAR, assumption: 'same lag' },
    source,
  );
  const first = new Map<string, (typeof problems)[number]>();
  for (const problem of problems)
    if (problem.kind !== 'jump' && !first.has(`${problem.item} ${problem.kind}`))
      first.set(`${problem.item} ${problem.kind}`, problem);
  return [...first.values()]
    .filter(
      (problem) => !told.has(problem.item) && !(problem.kind === 'no baseline' && bare.has(problem.item)),
    )
    .map((problem) => ({
      code: 'empty-later' as const,
      items: [problem.item],
      words: `${problem.words} on ${shortDayWords(problem.day, true)}${problem.days > 1 ? ` and ${problem.days - 1} days after` : ''}.`,
      mend: null,
    }));
}
