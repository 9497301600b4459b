'use client';
/** A link that leads to the dashboard without an account; it is shown once, and can be ended. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { z } from 'zod';
import { requestAs, requestJson } from '../../ui/request';
import { useChange } from '../../ui/useChange';

const linkSchema = z.object({ link: z.string() });

export function PublicLink({ dashboard, isPublic }: { dashboard: number; isPublic: boolean }) {
  const change = useChange('access');
  const [link, setLink] = useState<string | null>(null);
  const path = `/api/dashboards/${dashboard}/link`;
  const make = () =>
    change(
      async () => setLink((await requestAs(linkSchema, path, { body: {} })).link),
      'The link is made. Links made before are over.',
    );
  const end = () =>
    change(async () => {
      await requestJson(path, { method: 'DELETE' });
      setLink(null);
    }, 'The link is over.');
  return (
    <section aria-label="Link without an account">
      <Typography variant="h3" sx={{ mt: 2 }}>
        Link without an account
      </Typography>
      <Typography gutterBottom>
        {isPublic
          ? 'Whoever has the link reads this dashboard, with the rows that you may see, and nothing else.'
          : 'There is none. With one, people without an account read this dashboard, with the rows that you may see.'}
      </Typography>
      {link !== null && (
        <TextField
          fullWidth
          margin="dense"
          label="Link"
          value={link}
          helperText="It is shown this once. Copy it now."
          onFocus={(event) => event.target.select()}
          slotProps={{ htmlInput: { readOnly: true } }}
        />
      )}
      <Button variant="outlined" onClick={() => void make()}>
        {isPublic ? 'Make another one' : 'Make a link'}
      </Button>
      {isPublic && (
        <Button color="error" onClick={() => void end()}>
          End it
        </Button>
      )}
    </section>
  );
}
