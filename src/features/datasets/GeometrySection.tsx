'use client';
/** Geometry for maps: brought in as GeoJSON, told with what it holds and where it is drawn. */
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import {
  geometryShapesSchema,
  LARGEST_GEOMETRY,
  listedGeometriesSchema,
  type ListedGeometry,
} from '../../contract/geometries';
import { writeGeoJson } from '../../core/model/geometry';
import { numberWords } from '../../core/locale';
import { FileButton } from '../ui/FileButton';
import { nameFromFile } from '../ui/nameFromFile';
import { Section } from '../ui/Section';
import { useNotice } from '../ui/Notice';
import { requestAs, requestJson, sendText } from '../ui/request';
import { ScrollingTable } from '../ui/ScrollingTable';

const PATH = '/api/geometries';

/** Letters that a name may have. */
const MOST_LETTERS = 100;

export function GeometrySection() {
  const client = useQueryClient();
  const notice = useNotice();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const list = useQuery({ queryKey: ['geometries'], queryFn: () => requestAs(listedGeometriesSchema, PATH) });
  const refresh = () =>
    Promise.all(['geometries', 'model'].map((key) => client.invalidateQueries({ queryKey: [key] })));
  const send = (name: string, source: string, text: string) =>
    sendText(`${PATH}?${new URLSearchParams({ name, source }).toString()}`, 'application/geo+json', text);
  const tell = (error: unknown) => setProblem(error instanceof Error ? error.message : String(error));
  const take = async (file: File) => {
    setProblem(null);
    if (file.size > LARGEST_GEOMETRY) {
      setProblem(`${file.name} is larger than 30 MB. Simplify its shapes first.`);
      return;
    }
    setBusy(true);
    try {
      await send(nameFromFile(file.name).slice(0, MOST_LETTERS), file.name, await file.text());
      await refresh();
    } catch (error) {
      tell(error);
    }
    setBusy(false);
  };
  const remove = async ({ key, name, source }: ListedGeometry) => {
    setProblem(null);
    try {
      const shapes = await requestAs(geometryShapesSchema, `${PATH}/${key}`);
      await requestJson(`${PATH}/${key}`, { method: 'DELETE' });
      notice({
        text: `“${name}” is removed.`,
        action: {
          label: 'Undo',
          run: () => void send(name, source, writeGeoJson(shapes)).then(refresh, tell),
        },
      });
    } catch (error) {
      tell(error);
    }
    await refresh();
  };
  const entries = list.data ?? [];
  return (
    <Section
      title="Geometry"
      aside={
        <FileButton
          words={isBusy ? 'Being read…' : 'Bring GeoJSON in'}
          name="GeoJSON file"
          accept=".geojson,.json,application/geo+json"
          disabled={isBusy}
          onFile={(file) => void take(file)}
        />
      }
    >
      {problem !== null && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {list.data && entries.length === 0 && (
        <Typography color="textSecondary">
          None yet. Areas and points with properties, as GeoJSON in longitude and latitude, are what maps
          draw.
        </Typography>
      )}
      {entries.length > 0 && <GeometryTable entries={entries} onRemove={(entry) => void remove(entry)} />}
    </Section>
  );
}

function GeometryTable({
  entries,
  onRemove,
}: {
  entries: readonly ListedGeometry[];
  onRemove: (entry: ListedGeometry) => void;
}) {
  return (
    <ScrollingTable name="Geometry">
      <TableHead>
        <TableRow>
          <TableCell>Name</TableCell>
          <TableCell align="right">Areas</TableCell>
          <TableCell align="right">Points</TableCell>
          <TableCell>Properties</TableCell>
          <TableCell>Drawn on</TableCell>
          <TableCell align="right">Actions</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {entries.map((entry) => (
          <TableRow key={entry.key}>
            <TableCell>
              <strong>{entry.name}</strong>
              <Typography variant="caption" color="textSecondary" sx={{ display: 'block' }}>
                {entry.source}
              </Typography>
            </TableCell>
            <TableCell align="right">{numberWords(entry.areas)}</TableCell>
            <TableCell align="right">{numberWords(entry.points)}</TableCell>
            <TableCell>{entry.properties.slice(0, 6).join(', ')}</TableCell>
            <TableCell>
              {entry.uses.map(({ id, title }) => (
                <div key={id}>
                  <Link href={`/dashboards/${id}`}>{title}</Link>
                </div>
              ))}
            </TableCell>
            <TableCell align="right">
              <Button
                color="error"
                disabled={entry.uses.length > 0}
                title={entry.uses.length > 0 ? 'Maps draw it: take it off them first' : undefined}
                onClick={() => onRemove(entry)}
                aria-label={`Remove ${entry.name}`}
              >
                Remove
              </Button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </ScrollingTable>
  );
}
