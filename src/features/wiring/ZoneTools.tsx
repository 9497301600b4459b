'use client';
/** The board's zone filter, and switches for all wires inside a zone or out of it. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Zone } from '../../core/dashboard/document/document';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import { switchWires } from '../../core/dashboard/wiring/wires';
import { useDocument, useWorkspace } from '../workspace/workspace';

/** Pairs of what stands inside a zone, and of what acts inside with targets outside. */
function pairsOf({ document, actors }: Design, zone: Zone) {
  const acting = actors.filter((actor) => zone.items.includes(actor.id));
  const pairs = acting.flatMap((actor) =>
    document.visuals
      .filter((visual) => visual.id !== actor.id)
      .map((visual) => ({ control: actor.id, target: visual.id })),
  );
  return {
    inside: pairs.filter((pair) => zone.items.includes(pair.target)),
    outside: pairs.filter((pair) => !zone.items.includes(pair.target)),
  };
}

export function ZoneTools({ zone, onZone }: { zone: string; onZone: (zone: string) => void }) {
  const { store, model } = useWorkspace();
  const document = useDocument();
  const chosen = document.zones.find((entry) => entry.id === zone);
  const flip = (which: 'inside' | 'outside', on: boolean) =>
    store.getState().change((old) => ({
      ...old,
      wires: switchWires(old, model, pairsOf(designOf(old, model), chosen!)[which], on),
    }));
  return (
    <>
      <TextField
        select
        label="Zone"
        value={chosen ? zone : ''}
        onChange={(event) => onZone(event.target.value)}
        sx={{ minWidth: 110 }}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">All zones</MenuItem>
        {document.zones.map((entry) => (
          <MenuItem key={entry.id} value={entry.id}>
            {entry.name}
          </MenuItem>
        ))}
      </TextField>
      {chosen && (
        <>
          <Button onClick={() => flip('inside', true)} sx={{ py: 0 }}>
            Wire all inside
          </Button>
          <Button onClick={() => flip('inside', false)} sx={{ py: 0 }}>
            Unwire inside
          </Button>
          <Button onClick={() => flip('outside', false)} sx={{ py: 0 }}>
            Unwire from outside
          </Button>
        </>
      )}
    </>
  );
}
