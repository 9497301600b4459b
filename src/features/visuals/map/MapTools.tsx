'use client';
/** The buttons in the corner of a map. */
import Button from '@mui/material/Button';
import { ZOOM_STEP } from './camera';

const TOOL = {
  minWidth: 28,
  px: 0.75,
  py: 0,
  '&.MuiButton-outlined': { bgcolor: 'background.paper' },
} as const;

export function MapTools({
  title,
  isWhole,
  canChoose,
  draws,
  zoom,
  showWhole,
  setDraws,
}: {
  title: string;
  /** Whether everything is in view, so that there is nothing to go back to. */
  isWhole: boolean;
  canChoose: boolean;
  /** Whether a drag draws a line around marks. */
  draws: boolean;
  zoom: (factor: number) => void;
  showWhole: () => void;
  setDraws: (draws: boolean) => void;
}) {
  return (
    <div
      role="group"
      aria-label={`View of ${title}`}
      data-part="corner"
      style={{ position: 'absolute', right: 4, top: 4, display: 'flex', gap: 4 }}
    >
      <Button
        sx={TOOL}
        variant="outlined"
        onClick={() => zoom(ZOOM_STEP)}
        aria-label="Zoom in"
        title="Zoom in (+)"
      >
        +
      </Button>
      <Button
        sx={TOOL}
        variant="outlined"
        onClick={() => zoom(1 / ZOOM_STEP)}
        aria-label="Zoom out"
        title="Zoom out (−)"
      >
        −
      </Button>
      <Button sx={TOOL} variant="outlined" disabled={isWhole} onClick={showWhole} title="Home">
        Whole
      </Button>
      {canChoose && (
        <Button
          sx={TOOL}
          variant={draws ? 'contained' : 'outlined'}
          aria-pressed={draws}
          onClick={() => setDraws(!draws)}
          title="Draw a line around marks to choose them; Shift with a drag does so too"
        >
          Lasso
        </Button>
      )}
    </div>
  );
}
