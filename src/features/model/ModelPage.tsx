'use client';
/** The model: which datasets hang on the almanac by which roles, and what they share. */
import Box from '@mui/material/Box';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { MODEL_QUERY } from '../ui/modelQuery';
import { Section } from '../ui/Section';
import { PageHeader } from '../ui/PageHeader';
import { Definitions } from './Definitions';
import { ModelMap } from './ModelMap';
import { NamedPeriods } from './NamedPeriods';
import { SharedDimensions } from './SharedDimensions';

export function ModelPage() {
  const model = useQuery(MODEL_QUERY);
  const data = model.data;
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1216, mx: 'auto', p: 3, pt: 2 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2, mb: 1.5 }}>
          <Typography variant="h1">Model</Typography>
          {data && (
            <Typography color="textSecondary">
              {data.datasets.length} datasets,{' '}
              {data.datasets.reduce((sum, dataset) => sum + dataset.roles.length, 0)} date roles on one
              almanac, {data.shared.length} shared {data.shared.length === 1 ? 'dimension' : 'dimensions'}
            </Typography>
          )}
        </Box>
        {model.error && <Typography role="alert">{model.error.message}</Typography>}
        {model.isPending && <LinearProgress aria-label="Reading the model" />}
        {data && (
          <>
            <Section title="Map">
              {data.datasets.length === 0 ? (
                <Typography>No dataset yet. Bring one in on the Datasets page.</Typography>
              ) : (
                <ModelMap model={data} />
              )}
            </Section>
            <SharedDimensions model={data} />
            <Definitions model={data} />
            <NamedPeriods model={data} />
          </>
        )}
      </Box>
    </>
  );
}
