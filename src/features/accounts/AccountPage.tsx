'use client';
/** One's own account: password, second factor, where one is signed in, tokens for scripts. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMe } from '../ui/me';
import { PageHeader } from '../ui/PageHeader';
import { Section } from '../ui/Section';
import { ChangePassword } from './ChangePassword';
import { OwnSessions } from './OwnSessions';
import { ROLE_NAMES, ROLE_SAYS } from './roles';
import { SecondFactor } from './SecondFactor';
import { Tokens } from './Tokens';

export function AccountPage() {
  const { person, role, requiresSecondFactor, lacksSecondFactor } = useMe();
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ p: 2, maxWidth: 900, mx: 'auto' }}>
        <Typography variant="h1" gutterBottom>
          Your account
        </Typography>
        {lacksSecondFactor && (
          <>
            <Typography role="status" gutterBottom>
              Everybody here signs in with a second factor. Set up yours; then you are in.
            </Typography>
            <SecondFactor isOn={false} isRequired />
          </>
        )}
        {person && role && (
          <>
            <Section title={person.name}>
              <Typography>
                {person.email} · {ROLE_NAMES[role]}: {ROLE_SAYS[role]}.
              </Typography>
            </Section>
            <ChangePassword />
            <SecondFactor isOn={person.hasSecondFactor} isRequired={requiresSecondFactor} />
            <OwnSessions />
            <Tokens role={role} />
          </>
        )}
      </Box>
    </>
  );
}
