'use client';
/** The brackets of a chart as handles: dragged or moved by keys, they move the time control that decides there. */
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { longDayWords } from '../../../core/calendar/names';
import { end, firstDay, indexOf, start } from '../../../core/calendar/units';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { governing, movedEnd, type Governing, type Side } from '../../../core/dashboard/turn/governing';
import { useAnswers, useDocument, useTitle, useWorkspace } from '../../workspace/workspace';

/** Room to grab, in pixels to either side of a bracket. */
const GRAB = 9;

export interface HandlesProps {
  readonly answer: ChartAnswer;
  /** Where the first bucket begins, and the pixels of each. */
  readonly start: number;
  readonly slot: number;
}

export function WindowHandles(props: HandlesProps) {
  const document = useDocument();
  const controls = useAnswers((state) => state.controls);
  return (['start', 'end'] as const).map((side) => {
    const found = governing(document, controls, props.answer, side);
    return found && <Handle key={side} {...props} side={side} by={found} />;
  });
}

/** By how many buckets a key moves an end. */
const STEPS: Readonly<Partial<Record<string, number>>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  PageUp: -4,
  PageDown: 4,
};

/** Where a drag began, and the phrase that it has come to. */
interface Grip {
  readonly x: number;
  readonly day: number;
  readonly daysPerPixel: number;
  text: string | null;
}

function Handle({ answer, start: left, slot, side, by }: HandlesProps & { side: Side; by: Governing }) {
  const { held, model } = useWorkspace();
  const grip = useRef<Grip | null>(null);
  const { rule } = model;
  const { starts, end: last, unit } = answer.buckets!;
  const { shown } = answer.window;
  const day = side === 'start' ? shown[0]!.start : shown[shown.length - 1]!.end;
  const x = side === 'start' ? left : left + slot * starts.length;
  const { control } = by;
  const title = useTitle(control);
  const onDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    // The chart may be drawn scaled, and its buckets change on the way: the days of a pixel stay those of the beginning.
    const box = event.currentTarget.getBoundingClientRect();
    const scale = box.width / event.currentTarget.offsetWidth || 1;
    const daysPerPixel = (last - starts[0]! + 1) / (slot * starts.length * scale);
    grip.current = { x: event.clientX, day, daysPerPixel, text: null };
  };
  const onMove = (event: PointerEvent<HTMLDivElement>) => {
    const now = grip.current;
    if (!now) return;
    event.stopPropagation();
    const goal = Math.round(now.day + (event.clientX - now.x) * now.daysPerPixel);
    const text = movedEnd(by, side, goal, unit, rule);
    if (text === undefined || text === now.text) return;
    now.text = text;
    held.drag(control.id, text);
  };
  const finish = (isKept: boolean) => {
    const text = grip.current?.text;
    grip.current = null;
    if (text != null && isKept) held.hold(control.id, text);
    else held.letGo();
  };
  const onKey = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const index = indexOf(unit, day, rule) + step;
    const goal = side === 'start' ? firstDay(unit, index, rule) : firstDay(unit, index + 1, rule) - 1;
    const text = movedEnd(by, side, goal, unit, rule);
    if (text !== undefined) held.hold(control.id, text);
  };
  const name = `${side === 'start' ? 'Start' : 'End'} of the window, moves ${title}`;
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={day}
      aria-valuemin={start(unit, by.answer.covered[0]?.start ?? day, rule)}
      aria-valuemax={end(unit, by.answer.covered.at(-1)?.end ?? day, rule)}
      aria-valuetext={longDayWords(day)}
      title={name}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={(event) => {
        if (!grip.current) return;
        event.stopPropagation();
        finish(true);
      }}
      onPointerCancel={() => grip.current && finish(false)}
      onKeyDown={onKey}
      style={{
        position: 'absolute',
        left: x - GRAB,
        width: 2 * GRAB,
        top: 0,
        bottom: 20,
        cursor: 'ew-resize',
        touchAction: 'none',
      }}
    />
  );
}
