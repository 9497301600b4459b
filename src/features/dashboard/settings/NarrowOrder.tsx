'use client';
/** The order of a page's visuals on small screens, where they stand one under the other. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isControl, itemOf } from '../../../core/dashboard/document/document';
import { inNarrowOrder, withNarrowStep } from '../../../core/dashboard/document/narrowOrder';
import { placesOn } from '../../../core/dashboard/document/pages';
import { usePage } from '../../workspace/page';
import { useDesign, useDocument, useWorkspace } from '../../workspace/workspace';

export function NarrowOrder() {
  const { store } = useWorkspace();
  const design = useDesign();
  const document = useDocument();
  const { page } = usePage(document);
  const visuals = inNarrowOrder(document, placesOn(document, page.id)).flatMap((place) => {
    const item = itemOf(document, place.item);
    return item && !isControl(item) ? [{ place, title: design.titleOf(item) }] : [];
  });
  if (visuals.length < 2) return null;
  const places = visuals.map(({ place }) => place);
  const step = (item: string, by: number) =>
    store.getState().change((old) => withNarrowStep(old, places, item, by));
  return (
    <section aria-label="On small screens">
      <Typography variant="h3" sx={{ mt: 2 }}>
        On small screens
      </Typography>
      <Typography variant="body2" color="textSecondary">
        One under the other, in this order.
      </Typography>
      <ol style={{ margin: 0, paddingLeft: 20 }}>
        {visuals.map(({ place: { item }, title }, i) => (
          <li key={item}>
            <span style={{ display: 'flex', alignItems: 'center' }}>
              <span
                style={{
                  flex: 1,
                  minWidth: 0,
                  overflow: 'hidden',
                  textOverflow: 'ellipsis',
                  whiteSpace: 'nowrap',
                }}
              >
                {title}
              </span>
              <Button
                sx={{ minWidth: 32, p: 0 }}
                disabled={i === 0}
                aria-label={`${title}: earlier`}
                onClick={() => step(item, -1)}
              >
                ↑
              </Button>
              <Button
                sx={{ minWidth: 32, p: 0 }}
                disabled={i === visuals.length - 1}
                aria-label={`${title}: later`}
                onClick={() => step(item, 1)}
              >
                ↓
              </Button>
            </span>
          </li>
        ))}
      </ol>
      {document.narrowOrder && (
        <Button
          onClick={() =>
            store.getState().change((old) => {
              const next = { ...old };
              delete next.narrowOrder;
              return next;
            })
          }
        >
          Back to the order of reading
        </Button>
      )}
    </section>
  );
}
