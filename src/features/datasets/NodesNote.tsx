'use client';
/** Where the rows of a dataset lie, and which of these places do not answer. */
import Alert from '@mui/material/Alert';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { readinessSchema } from '../../contract/system';
import { awayWords, nodesInWords } from '../../core/model/nodeWords';
import { requestAs } from '../ui/request';

const LOOK_MS = 10_000;

export function NodesNote({ nodes }: { nodes: readonly string[] }) {
  const readiness = useQuery({
    queryKey: ['readiness'],
    queryFn: () => requestAs(readinessSchema, '/api/ready'),
    refetchInterval: LOOK_MS,
  });
  const away = nodes.filter((name) => readiness.data?.away.includes(name));
  return (
    <>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {nodes.length === 1 ? 'Its rows lie on the node' : 'Its rows are spread over the nodes'}{' '}
        {nodesInWords(nodes)}.
      </Typography>
      {away.length > 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {awayWords(away)} Figures that are made already stay; others, and rows, cannot be read and nothing
          can be loaded until then.
        </Alert>
      )}
    </>
  );
}
