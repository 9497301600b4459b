/** How a page of a dashboard fits a sheet of paper. */

/** A sheet in pixels of 1/96 inch, A4. */
const LONG = 1123;
const SHORT = 794;
/** White at each edge of the sheet. */
export const MARGIN = 38;
/** What the head and the foot of a sheet take. */
export const HEAD = 116;
export const FOOT = 24;

export type Orientation = 'landscape' | 'portrait';

export const SHEETS: { readonly [O in Orientation]: { readonly width: number; readonly height: number } } = {
  landscape: { width: LONG, height: SHORT },
  portrait: { width: SHORT, height: LONG },
};

export interface SheetFit {
  readonly orientation: Orientation;
  /** By what the page is scaled; at most 1. */
  readonly scale: number;
}

/** The orientation in which a page of this size (pixels) is drawn largest with nothing cut; landscape where both do. */
export function sheetFit(page: { readonly width: number; readonly height: number }): SheetFit {
  const scaleOn = (orientation: Orientation) => {
    const { width, height } = SHEETS[orientation];
    return Math.min(
      1,
      (width - 2 * MARGIN) / page.width,
      (height - 2 * MARGIN - HEAD - FOOT) / Math.max(1, page.height),
    );
  };
  const [landscape, portrait] = [scaleOn('landscape'), scaleOn('portrait')];
  return portrait > landscape
    ? { orientation: 'portrait', scale: portrait }
    : { orientation: 'landscape', scale: landscape };
}
