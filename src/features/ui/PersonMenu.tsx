'use client';
/** Whose session it is, and where one goes from there; nothing where there are no accounts. */
import ListItemText from '@mui/material/ListItemText';
import MenuItem from '@mui/material/MenuItem';
import Link from 'next/link';
import { MenuButton } from './MenuButton';
import { useMay, useMe } from './me';
import { requestJson } from './request';

async function signOut() {
  await requestJson('/api/auth/sign-out', { body: {} });
  // What was read for one person is not kept for the next.
  window.location.assign('/sign-in');
}

export function PersonMenu() {
  const { person } = useMe();
  const isOwner = useMay('owner');
  if (!person) return null;
  return (
    <MenuButton words={person.name} name={`Account of ${person.name}`}>
      {(close) => [
        <MenuItem key="account" component={Link} href="/account" onClick={() => close()}>
          <ListItemText primary="Your account" secondary={person.email} />
        </MenuItem>,
        ...(isOwner
          ? [
              <MenuItem key="people" component={Link} href="/people" onClick={() => close()}>
                People and rights
              </MenuItem>,
              <MenuItem key="log" component={Link} href="/log" onClick={() => close()}>
                Who did what
              </MenuItem>,
            ]
          : []),
        <MenuItem key="out" onClick={() => void signOut()}>
          Sign out
        </MenuItem>,
      ]}
    </MenuButton>
  );
}
