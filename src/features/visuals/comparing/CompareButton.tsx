'use client';
/** A reader's own comparisons: from the corner of a visual, kept in what the reader holds. */
import { useState, type CSSProperties } from 'react';
import { kindOf, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { lazily } from '../../ui/lazily';

const OwnComparisons = lazily(() => import('./OwnComparisons'), 'OwnComparisons');

/** Whether readers can add comparisons to a visual. */
export const canCompare = (visual: MeasuredVisual): boolean =>
  kindOf(visual).takes(visual).includes('baselines') && visual.compare?.open !== false;

export function CompareButton({
  visual,
  title,
  style,
  onChange,
}: {
  visual: MeasuredVisual;
  title: string;
  style: CSSProperties;
  /** Shows where the change comes from; absent where there is none. */
  onChange: (() => void) | undefined;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-label={`Compare ${title} with …`}
        title="Compare with …"
        onClick={(event) => setAnchor(event.currentTarget)}
        style={{ ...style, fontSize: 13, padding: '0 4px' }}
      >
        ±
      </button>
      {anchor && (
        <OwnComparisons
          visual={visual}
          title={title}
          anchor={anchor}
          onChange={onChange}
          onClose={() => setAnchor(null)}
        />
      )}
    </>
  );
}
