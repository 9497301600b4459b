'use client';
/** Tells when all that is printed is drawn. */
import { useEffect, useState } from 'react';
import { useAnswers, useDocument } from '../../workspace/workspace';

/** Pictures are drawn a frame after their answer, some once a library has come. */
const SETTLE_MS = 400;

export interface PrintReady {
  /** Visuals that have their newest answer. */
  readonly answered: number;
  /** Every visual has its newest answer, and its picture. */
  readonly isDrawn: boolean;
  /** And its last size: it can go on paper. */
  readonly isReady: boolean;
}

export function usePrintReady(): PrintReady {
  const { visuals } = useDocument();
  const answered = useAnswers(
    (state) =>
      visuals.filter(({ id }) => {
        const answer = state.visuals[id];
        return !state.waiting.has(id) && answer !== undefined && answer.kind !== 'elsewhere';
      }).length,
  );
  const isQuiet = useAnswers((state) => !state.late && state.waiting.size === 0);
  const isAnswered = isQuiet && answered === visuals.length;
  const isDrawn = useSettled(isAnswered);
  // What was measured once drawn changes sizes, which is drawn again.
  const isReady = useSettled(isDrawn);
  return { answered, isDrawn, isReady };
}

/** Whether fonts, libraries and pictures have had their time since something came true. */
function useSettled(isBegun: boolean): boolean {
  const [isSettled, setSettled] = useState(false);
  useEffect(() => {
    if (!isBegun) return;
    let isLeft = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      if (isLeft) return;
      if (!window.document.querySelector('[role=progressbar]')) {
        setSettled(true);
        return;
      }
      timer = setTimeout(look, SETTLE_MS);
    };
    void window.document.fonts.ready.then(() => {
      if (!isLeft) timer = setTimeout(look, SETTLE_MS);
    });
    return () => {
      isLeft = true;
      clearTimeout(timer);
    };
  }, [isBegun]);
  return isSettled;
}
