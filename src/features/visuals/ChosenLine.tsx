'use client';
/** What is chosen on a visual, in words, and what can be done with it: keep just that, all but that, or send its days on. */
import { shownPick } from './shownPick';
import {
  canLeaveOut,
  isPickSource,
  pickDimensions,
  pickedDays,
  type Pick,
} from '../../core/dashboard/reader/pick';
import { isTimeControl, type Visual } from '../../core/dashboard/document/document';
import { role, quietStyle } from '../../theme/roles';
import { useAnswers, useDesign, useHeld, useWorkspace } from '../workspace/workspace';
import { runsText } from '../../core/period/print';

const BUTTON = {
  border: `1px solid ${role.hairline}`,
  borderRadius: 3,
  background: 'none',
  padding: '0 6px',
  font: 'inherit',
  fontSize: 11,
  color: role.choice,
  cursor: 'pointer',
  whiteSpace: 'nowrap',
} as const;

/** Nothing at all while nothing is chosen: it stands in every visual, and is drawn with each of its answers. */
export function ChosenLine({ visual }: { visual: Visual }) {
  const pick = useHeld(({ state }) => state.picks?.[visual.id]);
  return pick && isPickSource(visual) ? <Chosen visual={visual} pick={pick} /> : null;
}

/** One of the two ways to take what is chosen. */
function Keeping({ words, isOn, onTake }: { words: string; isOn: boolean; onTake: () => void }) {
  return (
    <button
      type="button"
      style={{ ...BUTTON, ...(isOn ? { background: role.choiceTint } : {}) }}
      aria-pressed={isOn}
      onClick={onTake}
    >
      {words}
    </button>
  );
}

function Chosen({ visual, pick }: { visual: Visual; pick: Pick }) {
  const { model, held } = useWorkspace();
  const design = useDesign();
  const hidden = useAnswers((state) =>
    design.document.controls
      .filter((control) => state.controls[control.id]?.kind === 'hidden')
      .map((control) => control.id)
      .join(' '),
  );
  const days = pickedDays(pick, model.rule);
  const title = design.titleOf(visual);
  const words = shownPick(pick, model, pickDimensions(visual));
  const put = (exclude: boolean) => held.pick(visual.id, { ...pick, exclude });
  const times = design.document.controls.filter(
    (control) => isTimeControl(control) && !hidden.split(' ').includes(control.id),
  );
  // Those that act on this visual come first.
  const wired = (id: string) => (design.wire(id, visual.id)?.on ? 0 : 1);
  const receivers = [...times].sort((a, b) => wired(a.id) - wired(b.id)).slice(0, 2);
  const send = (control: string) => {
    held.hold(control, runsText(days!));
    held.pick(visual.id, null);
  };
  return (
    <div
      role="group"
      aria-label={`Chosen on ${title}`}
      style={{
        ...quietStyle,
        display: 'flex',
        gap: 4,
        alignItems: 'center',
        overflow: 'hidden',
        flex: 'none',
      }}
    >
      <span
        style={{
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
          color: role.ink,
          minWidth: 40,
        }}
        title={words}
      >
        {words}
      </span>
      {canLeaveOut(pick) && (
        <>
          <Keeping words="Just these" isOn={!pick.exclude} onTake={() => put(false)} />
          <Keeping words="All but these" isOn={pick.exclude} onTake={() => put(true)} />
        </>
      )}
      {days &&
        !pick.exclude &&
        receivers.map((control) => (
          <button
            key={control.id}
            type="button"
            style={{ ...BUTTON, color: role.time }}
            title={`Gives ${design.titleOf(control)} these days`}
            onClick={() => send(control.id)}
          >
            To {design.titleOf(control)}
          </button>
        ))}
      <button
        type="button"
        style={{ ...BUTTON, border: 0, color: role.quiet }}
        aria-label={`Let go of what is chosen on ${title}`}
        onClick={() => held.pick(visual.id, null)}
      >
        ×
      </button>
    </div>
  );
}
