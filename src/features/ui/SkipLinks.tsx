'use client';
/** The first things that take keys on a page: ways past what stands before the content. Seen while they have the focus. */
import Box from '@mui/material/Box';

/** Where a link leads: what it says, and how the place is found. */
export interface SkipTo {
  readonly words: string;
  readonly place: string;
}

const CONTENT: SkipTo = { words: 'To the content', place: 'main' };

/** Gives the focus to the first place of its kind, or to what it holds first. */
function goTo(place: string) {
  const element = document.querySelector<HTMLElement>(place);
  if (!element) return;
  if (!element.hasAttribute('tabindex')) element.setAttribute('tabindex', '-1');
  element.focus();
  element.scrollIntoView({ block: 'nearest' });
}

export function SkipLinks({ more = [] }: { more?: readonly SkipTo[] }) {
  return (
    <>
      {[CONTENT, ...more].map(({ words, place }) => (
        <Box
          key={place}
          component="a"
          href="#"
          onClick={(event) => {
            event.preventDefault();
            goTo(place);
          }}
          sx={{
            position: 'absolute',
            left: 8,
            top: -60,
            zIndex: 'tooltip',
            p: 1,
            bgcolor: 'background.paper',
            color: 'text.primary',
            border: 1,
            borderColor: 'time.main',
            '&:focus': { top: 8 },
          }}
        >
          {words}
        </Box>
      ))}
    </>
  );
}
