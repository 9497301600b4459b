'use client';
/** What a kind of control shows: the form of an entry of the register, and what time controls share of it. */
import Typography from '@mui/material/Typography';
import type { Control, ControlKind, ControlOf, TimeControl } from '../../core/dashboard/document/controls';
import type { ControlAnswer, PeriodAnswer } from '../../core/dashboard/turn/controlAnswer';
import { After, lateLike, lazily, type Late } from '../ui/lazily';

/** Changes settings of a control. */
export type Change<C> = (part: Partial<Omit<C, 'id' | 'kind'>>) => void;

interface BodyProps<C extends Control, A> {
  readonly control: C;
  readonly title: string;
  readonly answer: A;
}

interface SettingsProps<C extends Control> {
  readonly control: C;
  readonly change: Change<C>;
}

export interface ControlView<K extends ControlKind = ControlKind> {
  /** Path of its small sign, on 18 by 17 pixels. */
  readonly sign: string;
  readonly Body: Late<BodyProps<ControlOf<K>, ControlAnswer>>;
  readonly Settings: Late<SettingsProps<ControlOf<K>>>;
}

type AnswerOf<A extends ControlAnswer['kind']> = Extract<ControlAnswer, { kind: A }>;

/** A body that is shown once the control is answered; until then it says so. */
export function answered<C extends Control, const A extends ControlAnswer['kind']>(
  kind: A,
  Body: Late<BodyProps<C, AnswerOf<A>>>,
): Late<BodyProps<C, ControlAnswer>> {
  function AnsweredBody({ answer, ...props }: BodyProps<C, ControlAnswer>) {
    if (answer.kind !== kind) return <Typography color="textSecondary">{props.title} · reading…</Typography>;
    return <Body {...props} answer={answer as AnswerOf<A>} />;
  }
  return lateLike(AnsweredBody, Body);
}

const RollingSwitches = lazily(() => import('./RollingSwitches'), 'RollingSwitches');
const TimeSettings = lazily(() => import('./TimeSettings'), 'TimeSettings');

/** The view of a time control: its own settings stand before those that all share. */
export function timeView<C extends TimeControl>(
  sign: string,
  Body: Late<BodyProps<C, PeriodAnswer>>,
  Own?: Late<SettingsProps<C>>,
) {
  function Settings({ control, change }: SettingsProps<C>) {
    // Both at once: those that come first would be moved by the others.
    return (
      <After part={whole}>
        {Own && <Own control={control} change={change} />}
        <TimeSettings control={control} change={change as Change<TimeControl>} />
      </After>
    );
  }
  function SwitchedBody(props: BodyProps<C, PeriodAnswer>) {
    const { control, answer } = props;
    if (control.switches.length === 0) return <Body {...props} />;
    return (
      <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
        <div style={{ flex: 1, minHeight: 0 }}>
          <Body {...props} />
        </div>
        <RollingSwitches control={control} answer={answer} />
      </div>
    );
  }
  const whole = lateLike(Settings, ...(Own ? [Own] : []), TimeSettings);
  return {
    sign,
    Body: answered<C, 'period'>('period', lateLike(SwitchedBody, Body)),
    Settings: whole,
  };
}
