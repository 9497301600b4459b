'use client';
import { useEffect, useRef, type RefObject } from 'react';

/** Wheel and pinch change the level; a sideways wheel moves the ribbon. */
export function useWheel(
  svg: RefObject<SVGSVGElement | null>,
  pan: (by: number) => void,
  changeLevel: ((by: 1 | -1) => void) | null,
) {
  const act = useRef({ pan, changeLevel });
  useEffect(() => {
    act.current = { pan, changeLevel };
  });
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    let turned = 0;
    const onWheel = (event: WheelEvent) => {
      const sideways = event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY);
      if (!sideways && !act.current.changeLevel) return;
      event.preventDefault();
      const amount = sideways ? event.deltaX || event.deltaY : event.deltaY;
      turned += amount;
      const notch = event.ctrlKey ? 12 : 60;
      if (Math.abs(turned) < notch) return;
      if (sideways) act.current.pan(Math.round(turned / 30));
      else act.current.changeLevel?.(turned > 0 ? 1 : -1);
      turned = 0;
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [svg]);
}
