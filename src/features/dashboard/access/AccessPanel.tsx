'use client';
/** Who may see and change a dashboard. */
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import {
  DASHBOARD_ACCESSES,
  dashboardRightsSchema,
  type DashboardAccess,
  type DashboardRight,
  type DashboardRights,
} from '../../../contract/people';
import { useNotice } from '../../ui/Notice';
import { orSentence, requestAs, requestJson } from '../../ui/request';
import { SidePanel } from '../../ui/SidePanel';
import { PublicLink } from './PublicLink';

const SAYS: { readonly [A in DashboardAccess['access']]: string } = {
  private: 'Nobody but whoever made it, and owners',
  named: 'People and groups that are named',
  all: 'Everybody in the workspace sees it',
};
const RIGHT_NAMES: { readonly [R in DashboardRight]: string } = { view: 'may see it', edit: 'may change it' };

export function AccessPanel({ dashboard, onClose }: { dashboard: number; onClose: () => void }) {
  const client = useQueryClient();
  const notice = useNotice();
  const key = ['access', dashboard];
  const path = `/api/dashboards/${dashboard}/access`;
  const rights = useQuery({ queryKey: key, queryFn: () => requestAs(dashboardRightsSchema, path) });
  const save = async (part: Partial<DashboardAccess>) => {
    if (!rights.data) return;
    const { access, grants } = { ...rights.data, ...part };
    client.setQueryData(key, { ...rights.data, access, grants });
    const refusal = await orSentence(() => requestJson(path, { method: 'PUT', body: { access, grants } }));
    if (refusal !== null) notice({ text: refusal });
    await client.invalidateQueries({ queryKey: key });
  };
  return (
    <SidePanel
      name="Who may see and change it"
      title="Who may see and change it"
      width={420}
      onClose={onClose}
    >
      {rights.error && <Typography role="alert">{rights.error.message}</Typography>}
      {rights.data && (
        <>
          <Typography variant="body2" color="textSecondary" gutterBottom>
            {rights.data.owner === null ? 'Made before there were accounts' : `Made by ${rights.data.owner}`}.
            Which rows somebody sees of it follows from their groups.
          </Typography>
          <RadioGroup
            aria-label="Who sees it"
            value={rights.data.access}
            onChange={(_, access) => void save({ access: access as DashboardAccess['access'] })}
          >
            {DASHBOARD_ACCESSES.map((access) => (
              <FormControlLabel
                key={access}
                value={access}
                control={<Radio size="small" />}
                label={SAYS[access]}
              />
            ))}
          </RadioGroup>
          {rights.data.access === 'named' && (
            <Grants rights={rights.data} onChange={(grants) => void save({ grants })} />
          )}
          <PublicLink dashboard={dashboard} isPublic={rights.data.isPublic} />
        </>
      )}
    </SidePanel>
  );
}

interface Offer {
  readonly name: string;
  readonly person: string | null;
  readonly group: number | null;
}

/** The named people and groups, with what they may do. */
function Grants({
  rights,
  onChange,
}: {
  rights: DashboardRights;
  onChange: (grants: DashboardAccess['grants']) => void;
}) {
  const [text, setText] = useState('');
  const offers: Offer[] = [
    ...rights.groups.map(({ id, name }) => ({ name: `${name} (group)`, person: null, group: id })),
    ...rights.people.map(({ id, name, email }) => ({ name: `${name} (${email})`, person: id, group: null })),
  ];
  const isOf = (offer: Offer) => (grant: DashboardAccess['grants'][number]) =>
    grant.person === offer.person && grant.group === offer.group;
  const named = offers.flatMap((offer) => {
    const grant = rights.grants.find(isOf(offer));
    return grant ? [{ offer, grant }] : [];
  });
  return (
    <Box sx={{ my: 1 }}>
      <ul aria-label="Named" style={{ listStyle: 'none', margin: 0, padding: 0 }}>
        {named.map(({ offer, grant }) => (
          <GrantRow
            key={`${offer.person} ${offer.group}`}
            name={offer.name}
            right={grant.right}
            onRight={(right) =>
              onChange(rights.grants.map((entry) => (entry === grant ? { ...entry, right } : entry)))
            }
            onLeaveOut={() => onChange(rights.grants.filter((entry) => entry !== grant))}
          />
        ))}
      </ul>
      <Autocomplete
        size="small"
        options={offers.filter((offer) => !rights.grants.some(isOf(offer)))}
        getOptionLabel={({ name }) => name}
        getOptionKey={(offer) => `${offer.person} ${offer.group}`}
        value={null}
        inputValue={text}
        onInputChange={(_, value, reason) => setText(reason === 'input' ? value : '')}
        onChange={(_, offer) => {
          if (offer)
            onChange([...rights.grants, { person: offer.person, group: offer.group, right: 'view' }]);
        }}
        renderInput={(input) => <TextField {...input} label="Name somebody, or a group" margin="dense" />}
      />
    </Box>
  );
}

function GrantRow({
  name,
  right,
  onRight,
  onLeaveOut,
}: {
  name: string;
  right: DashboardRight;
  onRight: (right: DashboardRight) => void;
  onLeaveOut: () => void;
}) {
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        borderTop: 1,
        borderColor: 'hairline',
        py: 0.5,
      }}
    >
      <Typography noWrap title={name} sx={{ flex: 1 }}>
        {name}
      </Typography>
      <TextField
        select
        variant="standard"
        value={right}
        onChange={(event) => onRight(event.target.value as DashboardRight)}
        slotProps={{ htmlInput: { 'aria-label': `What ${name} may do` } }}
      >
        {Object.entries(RIGHT_NAMES).map(([value, says]) => (
          <MenuItem key={value} value={value}>
            {says}
          </MenuItem>
        ))}
      </TextField>
      <Button color="error" aria-label={`Leave ${name} out`} onClick={onLeaveOut}>
        Leave out
      </Button>
    </Box>
  );
}
