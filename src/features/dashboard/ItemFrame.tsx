'use client';
/** The frame of an item on the dashboard: a control, or a visual with its title and window. */
import { memo, useMemo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import { isControl } from '../../core/dashboard/document/document';
import { drillTrail, readDrill } from '../../core/dashboard/reader/drill';
import { hasBaseline } from '../../core/dashboard/turn/comparing/words';
import { isShown, type VisualAnswer } from '../../core/dashboard/turn/answer';
import { accentStyle, quietStyle, role } from '../../theme/roles';
import { ControlBody } from '../controls/ControlBody';
import { ChosenLine } from '../visuals/ChosenLine';
import { isMeasured } from '../../core/dashboard/document/visuals';
import { canCompare, CompareButton } from '../visuals/comparing/CompareButton';
import { useChangeAsked } from '../visuals/comparing/changeAsked';
import { hasData } from '../../core/dashboard/turn/data/visualData';
import { useDataAsked } from '../visuals/data/dataAsked';
import { CompareNotes } from '../visuals/comparing/CompareNotes';
import { LinkOut } from '../visuals/LinkOut';
import { VisualBody } from '../visuals/VisualBody';
import { ErrorBoundary } from '../ui/ErrorBoundary';
import { ItemHead } from '../ui/ItemHead';
import { useTraced } from '../wiring/traced';
import { isWaiting } from '../workspace/answersStore';
import {
  useAnswers,
  useChosen,
  useControlAnswer,
  useDesign,
  useHeld,
  useTitle,
  useVisualAnswer,
  useWorkspace,
} from '../workspace/workspace';
import {
  deafWords,
  noteWords,
  visualSubtitle,
  visualTitle,
} from '../../core/dashboard/turn/said/visualWords';

export interface ItemFrameProps {
  readonly item: Visual | Control;
  /** lit: chosen or pointed at; faded: another item is. */
  readonly light?: 'lit' | 'faded' | undefined;
  /** Whether it becomes as high as what is in it, where its place allows that. */
  readonly grows?: boolean;
  /** Whether it is laid out and drawn only once it is about to be seen. */
  readonly waitsForSight?: boolean;
}

export const ItemFrame = memo(function ItemFrame({
  item,
  light,
  grows = false,
  waitsForSight = false,
}: ItemFrameProps) {
  const title = useTitle(item);
  const edge = light === 'lit' ? role.time : role.hairline;
  return (
    <section
      id={`item-${item.id}`}
      data-item={isControl(item) ? 'control' : 'visual'}
      aria-label={title}
      style={{
        height: '100%',
        boxSizing: 'border-box',
        background: role.surface,
        border: `1px solid ${edge}`,
        outline: light === 'lit' ? `1px solid ${edge}` : 'none',
        borderRadius: 3,
        padding: isControl(item) && item.kind === 'timeline' ? '6px 12px 4px' : '8px 12px',
        opacity: light === 'faded' ? 0.35 : 1,
        overflow: 'hidden',
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
        // What changes inside an item is laid out and painted there alone.
        contain: grows ? 'content' : 'strict',
        contentVisibility: waitsForSight ? 'auto' : 'visible',
      }}
    >
      {isControl(item) ? <ControlFrame control={item} /> : <VisualFrame visual={item} />}
    </section>
  );
});

function ControlFrame({ control }: { control: Control }) {
  const answer = useControlAnswer(control.id);
  return (
    <ErrorBoundary name={useTitle(control)} of={[control, answer]}>
      {control.accent === null ? (
        <ControlBody control={control} />
      ) : (
        <div style={{ ...accentStyle(control.accent), height: '100%', minHeight: 0 }}>
          <ControlBody control={control} />
        </div>
      )}
    </ErrorBoundary>
  );
}

const SUBTITLE = {
  ...quietStyle,
  margin: '0 0 4px',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
} as const;

/** The way back from a drill: everything, then each level down to where the visual is. */
function DrillTrail({ visual }: { visual: Visual }) {
  const { model, held } = useWorkspace();
  const title = useTitle(visual);
  const drilled = useHeld(({ state }) => state.drills?.[visual.id]);
  const drill = readDrill(drilled ?? '', model.rule);
  if (!drill) return null;
  const levels = drillTrail(drill, model.rule);
  return (
    <nav aria-label={`Levels of ${title}`} style={{ ...quietStyle, whiteSpace: 'nowrap' }}>
      <button type="button" style={WHY} onClick={() => held.drill(visual.id, null)}>
        All
      </button>
      {levels.map(({ text, words }, i) => (
        <span key={text}>
          {' › '}
          <button
            type="button"
            style={{ ...WHY, color: role.time, fontWeight: i === levels.length - 1 ? 650 : 450 }}
            aria-current={i === levels.length - 1}
            onClick={() => held.drill(visual.id, text)}
          >
            {words}
          </button>
        </span>
      ))}
    </nav>
  );
}

const WHY = {
  border: 0,
  background: 'none',
  padding: '0 2px',
  font: 'inherit',
  fontSize: 11,
  color: role.quiet,
  cursor: 'pointer',
  flex: 'none',
} as const;

/** The first baseline of an answer that there is a change against. */
const firstChanged = (answer: VisualAnswer | undefined) =>
  isShown(answer) ? answer.baselines?.find((entry) => entry.measures.some(hasBaseline)) : undefined;

/** The title of a visual, and the ways to what is behind it. */
function VisualHead({
  visual,
  shownTitle,
  answer,
}: {
  visual: Visual;
  shownTitle: string;
  answer: VisualAnswer | undefined;
}) {
  const title = useTitle(visual);
  const openTrace = useTraced((traced) => traced.open);
  const { open } = useChangeAsked();
  const openData = useDataAsked((asked) => asked.open);
  const changed = firstChanged(answer);
  return (
    <ItemHead title={shownTitle}>
      {visual.link && <LinkOut visual={visual} link={visual.link} style={WHY} />}
      {isMeasured(visual) && canCompare(visual) && (
        <CompareButton
          visual={visual}
          title={title}
          style={WHY}
          onChange={
            changed &&
            (() => open({ visual: visual.id, baseline: changed.id, measure: 0, bucket: null, key: [] }))
          }
        />
      )}
      {(hasData(visual) || visual.kind === 'table') && (
        <button
          type="button"
          onClick={() => openData(visual.id)}
          aria-label={`Data of ${title} in rows`}
          title="Data in rows"
          style={WHY}
        >
          data
        </button>
      )}
      <button
        type="button"
        onClick={() => openTrace(visual.id)}
        aria-label={`Why ${title} shows this`}
        title="Why this? (key T)"
        style={WHY}
      >
        why
      </button>
    </ItemHead>
  );
}

function VisualFrame({ visual: designed }: { visual: Visual }) {
  const visual = useChosen(designed);
  const { model } = useWorkspace();
  const title = useTitle(visual);
  const design = useDesign();
  const state = useHeld((held) => held.state);
  const answer = useVisualAnswer(visual.id);
  const waiting = useAnswers((answers) => isWaiting(answers, visual.id));
  const deaf = useMemo(() => deafWords(design, state, visual), [design, state, visual]);
  const ground = { model, document: design.document };
  return (
    <>
      <VisualHead visual={visual} shownTitle={visualTitle(visual, answer, ground)} answer={answer} />
      <DrillTrail visual={visual} />
      <ChosenLine visual={visual} />
      <p style={SUBTITLE} title={isShown(answer) ? [...deaf, ...noteWords(answer)].join(' · ') : ''}>
        {waiting && isShown(answer) && <strong>reading… </strong>}
        {isShown(answer) && deaf.length > 0 && (
          <span style={{ color: role.warning }}>{deaf.join(' · ')} · </span>
        )}
        {visualSubtitle(visual, answer, ground)}
      </p>
      {isMeasured(visual) && isShown(answer) && answer.baselines && (
        <CompareNotes visual={visual} answer={answer} />
      )}
      <div style={{ flex: 1, minHeight: 0, opacity: waiting && isShown(answer) ? 0.55 : 1 }}>
        <ErrorBoundary name={title} of={[visual, answer]}>
          <VisualBody visual={visual} answer={answer} />
        </ErrorBoundary>
      </div>
    </>
  );
}
