'use client';
/** What a reader compares a visual with, beside what the designer chose: added by a click or typed, and taken away. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import { MOST_BASELINES } from '../../../core/dashboard/document/kinds/compare';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { canonicalBaseline } from '../../../core/dashboard/reader/compared';
import { baselineDays } from '../../../core/dashboard/turn/comparing/words';
import { plainButtonStyle, quietStyle, role } from '../../../theme/roles';
import { BaselineField } from '../../ui/BaselineField';
import { useHeld, useVisualAnswer, useWorkspace } from '../../workspace/workspace';
import { baselinesOf } from './compared';

/** What is offered at one click. */
const OFFERED = ['previous span', 'same span 1 year earlier'];

export function OwnComparisons({
  visual,
  title,
  anchor,
  onChange,
  onClose,
}: {
  visual: MeasuredVisual;
  title: string;
  /** What it opens beside. */
  anchor: HTMLElement;
  onChange: (() => void) | undefined;
  onClose: () => void;
}) {
  const { held, model } = useWorkspace();
  const own = useHeld(({ state }) => state.compare?.[visual.id]) ?? [];
  const answer = useVisualAnswer(visual.id);
  const shown = baselinesOf(answer);
  const add = (text: string) => {
    const known = own.some((entry) => canonicalBaseline(entry.text) === text);
    if (!known) held.compare(visual.id, [...own, { text }].slice(-MOST_BASELINES));
  };
  const daysOf = (text: string) => {
    const found = shown.find((entry) => entry.text === canonicalBaseline(text));
    return found ? baselineDays(found.measures[0]!, model.rule) : 'reading…';
  };
  const compared = new Set(shown.map((entry) => entry.text));
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': `Compare ${title} with` } }}
    >
      <Box sx={{ p: 1.5, width: 380, maxWidth: '94vw' }}>
        {onChange && (
          <Button
            onClick={() => {
              onClose();
              onChange();
            }}
          >
            Where the change comes from
          </Button>
        )}
        {own.length > 0 && (
          <ul style={{ listStyle: 'none', margin: 0, padding: 0 }}>
            {own.map(({ text }) => (
              <OwnComparison
                key={text}
                text={text}
                days={daysOf(text)}
                onRemove={() =>
                  held.compare(
                    visual.id,
                    own.filter((entry) => entry.text !== text),
                  )
                }
              />
            ))}
          </ul>
        )}
        {OFFERED.filter((text) => !compared.has(text)).map((text) => (
          <Button key={text} variant="outlined" onClick={() => add(text)} sx={{ mr: 1, mb: 0.5 }}>
            {text}
          </Button>
        ))}
        <BaselineField label="Compare with" onCommit={add} />
        <Box sx={{ display: 'flex', justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Close</Button>
        </Box>
      </Box>
    </Popover>
  );
}

function OwnComparison({ text, days, onRemove }: { text: string; days: string; onRemove: () => void }) {
  return (
    <li style={{ display: 'flex', alignItems: 'baseline', gap: 6 }}>
      <span style={{ flex: 1 }}>
        {text} <span style={quietStyle}>{days}</span>
      </span>
      <button
        type="button"
        aria-label={`Take ${text} away`}
        onClick={onRemove}
        style={{ ...plainButtonStyle, padding: '1px 6px', color: role.quiet }}
      >
        ×
      </button>
    </li>
  );
}
