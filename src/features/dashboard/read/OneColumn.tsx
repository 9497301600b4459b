'use client';
/** The dashboard on a small screen: visuals one under the other in reading order, controls in a drawer. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  isControl,
  itemOf,
  type DashboardDocument,
  type Place,
} from '../../../core/dashboard/document/document';
import { inNarrowOrder } from '../../../core/dashboard/document/narrowOrder';
import { placesWithBand } from '../../../core/dashboard/document/pages';
import { visiblePlaces } from '../../../core/dashboard/document/visiblePlaces';
import { usePage } from '../../workspace/page';
import { viewOf } from '../../visuals/kinds';
import { useAnswers } from '../../workspace/workspace';
import { ItemFrame } from '../ItemFrame';
import { GAP, hiddenControls, ROW_HEIGHT } from '../StaticGrid';

/** The places of the controls of a page that are shown, or of everything else. */
function usePlaces(document: DashboardDocument, page: string, ofControls: boolean): readonly Place[] {
  const hidden = useAnswers((state) => hiddenControls(state.controls));
  const visible = visiblePlaces(placesWithBand(document, page), (id) => hidden.split(' ').includes(id));
  return inNarrowOrder(document, visible).filter(({ item: id }) => {
    const item = itemOf(document, id);
    return item !== undefined && isControl(item) === ofControls;
  });
}

/** Items one under the other, each as high as it was laid out, or as what it says where that is higher. */
function Column({ document, places }: { document: DashboardDocument; places: readonly Place[] }) {
  return (
    <div style={{ display: 'flex', flexDirection: 'column', gap: GAP }}>
      {places.map(({ item: id, h }) => {
        const item = itemOf(document, id);
        const grows = item !== undefined && !isControl(item) && viewOf(item).grows === true;
        const height = h * (ROW_HEIGHT + GAP) - GAP;
        return item ? (
          <div
            key={id}
            style={{ minWidth: 0, ...(grows ? { minHeight: height, display: 'grid' } : { height }) }}
          >
            <ItemFrame item={item} light={undefined} grows={grows} />
          </div>
        ) : null;
      })}
    </div>
  );
}

export function OneColumn({ document, page }: { document: DashboardDocument; page: string }) {
  return <Column document={document} places={usePlaces(document, page, false)} />;
}

/** Opens the drawer with the dashboard's controls. */
export function ControlsButton({ document }: { document: DashboardDocument }) {
  const [isOpen, setOpen] = useState(false);
  const { page } = usePage(document);
  const places = usePlaces(document, page.id, true);
  if (places.length === 0) return null;
  return (
    <>
      <Button variant="contained" onClick={() => setOpen(true)} sx={{ minHeight: 44 }}>
        Controls ({places.length})
      </Button>
      <Drawer
        anchor="bottom"
        open={isOpen}
        onClose={() => setOpen(false)}
        slotProps={{
          paper: { role: 'dialog', 'aria-label': 'Controls', sx: { maxHeight: '85vh', p: 1.5 } },
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
          <Typography variant="h2" sx={{ flex: 1 }}>
            Controls
          </Typography>
          <Button onClick={() => setOpen(false)} sx={{ minHeight: 44 }}>
            Done
          </Button>
        </Box>
        <Column document={document} places={places} />
      </Drawer>
    </>
  );
}
