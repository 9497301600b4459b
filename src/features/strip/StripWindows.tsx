'use client';
/** The windows of the dashboard's time controls, as brackets over the lanes. */
import type { ControlAnswer } from '../../core/dashboard/turn/controlAnswer';
import { isTimeControl } from '../../core/dashboard/document/document';
import { bracketPath } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useAnswers, useDesign, useDocument } from '../workspace/workspace';

/** The ends of all windows as one text, so that it is the same while they are. */
function windowsText(controls: Readonly<Record<string, ControlAnswer>>): string {
  const windows = Object.entries(controls).flatMap(([id, answer]) =>
    answer.kind === 'period' && answer.shown.length > 0
      ? answer.shown.map((run) => [id, String(run.start), String(run.end)])
      : [],
  );
  return JSON.stringify(windows);
}

export function StripWindows({
  x,
  left,
  right,
  top,
  bottom,
}: {
  x: (day: number) => number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}) {
  const design = useDesign();
  const document = useDocument();
  const windows = JSON.parse(useAnswers((state) => windowsText(state.controls))) as [
    string,
    string,
    string,
  ][];
  return (
    <g pointerEvents="none" data-mark="windows">
      {windows.map(([id, from, to]) => {
        const control = document.controls.find((entry) => entry.id === id);
        if (!control || !isTimeControl(control)) return null;
        const start = Math.max(left, x(Number(from)));
        const end = Math.min(right, x(Number(to) + 1));
        if (end < left || start > right) return null;
        return (
          <path
            key={`${id} ${from}`}
            data-control={design.titleOf(control)}
            d={`${bracketPath('start', start, top, bottom, 4)}${bracketPath('end', end, top, bottom, 4)}`}
            fill="none"
            stroke={role.time}
            strokeWidth="1.5"
          />
        );
      })}
    </g>
  );
}
