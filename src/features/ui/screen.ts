/** How much room there is: a column, or a dashboard as it was laid out. */
import useMediaQuery from '@mui/material/useMediaQuery';

/** Narrower than this, items stand in one column and controls in a drawer. */
const ONE_COLUMN = 800;
/** Narrower than this, there is no room to arrange and to wire. */
export const LEAST_TO_DESIGN = 1024;

export const useIsOneColumn = (): boolean =>
  useMediaQuery(`(max-width: ${ONE_COLUMN - 0.02}px)`, { noSsr: true });

export const useCanDesign = (): boolean =>
  useMediaQuery(`(min-width: ${LEAST_TO_DESIGN}px)`, { noSsr: true });
