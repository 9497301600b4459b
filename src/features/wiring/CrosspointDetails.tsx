'use client';
/** What is known of the chosen crosspoint: its route in words, and the date role it takes. */
import { turnSchema } from '../../contract/answers';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import {
  isControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../core/dashboard/document/document';
import { requestAs } from '../ui/request';
import { isMeasured } from '../../core/dashboard/document/visuals';
import { columnOf, datasetOf, measureOf } from '../../core/model/model';
import { columnIn, isAttribute } from '../../core/model/dimension';
import { rolesOfPair, withWireRole } from '../../core/dashboard/wiring/wireRoles';
import { canPale } from '../../core/dashboard/wiring/routes';
import { crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { switchWires, wiredLike, withWire } from '../../core/dashboard/wiring/wires';
import { actsOf } from '../../core/dashboard/document/controls';
import { useDesign, useDocument, useReaderState, useWorkspace } from '../workspace/workspace';
import { numberWords } from '../../core/locale';

export function CrosspointDetails({ chosen }: { chosen: { control: string; target: string } | null }) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  const { document } = design;
  const control = chosen ? design.actor(chosen.control) : undefined;
  const target = chosen ? itemOf(document, chosen.target) : undefined;
  const frame = {
    p: 1.5,
    bgcolor: 'background.paper',
    borderTop: 1,
    borderColor: 'hairline',
    minHeight: 92,
    flex: 'none',
  };
  if (!control || !target) {
    return (
      <Box sx={frame} role="region" aria-label="How to wire">
        <Typography color="textSecondary">
          Click a ring to switch a wire, a name to switch its whole row or column. Arrow keys move over the
          board, Space switches.
        </Typography>
      </Box>
    );
  }
  const point = crosspoint(design, control, target);
  const reached = document.wires.filter(
    (wire) =>
      wire.control === control.id && wire.on && document.visuals.some((visual) => visual.id === wire.target),
  );
  return (
    <Box sx={frame} role="region" aria-label="Chosen crosspoint">
      <Typography variant="h3">
        {design.titleOf(control)} → {design.titleOf(target)}
      </Typography>
      <Typography>{point.words}</Typography>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mt: 0.5, flexWrap: 'wrap' }}>
        {rolesOfPair(design, control, target).map((choice) => (
          <TextField
            key={choice.dataset}
            select
            label={`Date role of ${datasetOf(model, choice.dataset)?.name ?? choice.dataset}`}
            value={choice.role}
            onChange={(event) =>
              store.getState().change((old) => withWireRole(old, choice, event.target.value))
            }
            sx={{ minWidth: 180, mt: 1 }}
          >
            {choice.roles.map((role) => (
              <MenuItem key={role.key} value={role.key}>
                {role.name}
              </MenuItem>
            ))}
          </TextField>
        ))}
        <Typography variant="body2" color="textSecondary">
          {design.titleOf(control)} reaches {reached.length} of {document.visuals.length} visuals.
        </Typography>
        {isControl(control) && <RouteColumns control={control} target={target} />}
        {isControl(control) && <WireSlot control={control} target={target} />}
        {!isControl(control) && canPale(target) && point.state !== 'no route' && (
          <WireEffect control={control.id} target={target.id} />
        )}
        {!isControl(target) && point.state !== 'no route' && (
          <WhatIf control={control.id} target={target.id} on={point.state === 'unwired'} />
        )}
        <WireLike id={control.id} name={design.titleOf(control)} others={design.actors} line="row" />
        {!isControl(target) && (
          <WireLike id={target.id} name={design.titleOf(target)} others={document.visuals} line="column" />
        )}
      </Box>
    </Box>
  );
}

/** What becomes of marks that are not chosen on another visual. */
function WireEffect({ control, target }: { control: string; target: string }) {
  const { store } = useWorkspace();
  const design = useDesign();
  const put = (effect: string) =>
    store
      .getState()
      .change((old) =>
        withWire(old, control, target, () => ({ effect: effect === 'pale' ? 'pale' : 'filter' })),
      );
  return (
    <TextField
      select
      label="What is not chosen"
      value={design.wire(control, target)?.effect ?? 'filter'}
      onChange={(event) => put(event.target.value)}
      sx={{ minWidth: 130, mt: 1 }}
    >
      <MenuItem value="filter">goes away</MenuItem>
      <MenuItem value="pale">turns pale</MenuItem>
    </TextField>
  );
}

/** Which of a visual's measures the choice of a measure chooser takes the place of. */
function WireSlot({ control, target }: { control: Control; target: Visual | Control }) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  if (control.kind !== 'measures' || isControl(target) || !isMeasured(target)) return null;
  const slot = design.wire(control.id, target.id)?.slot ?? 0;
  const names = target.measures.map(
    (shown, i) => `${i + 1}: ${measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure}`,
  );
  return (
    <TextField
      select
      label="In the place of"
      value={String(Math.min(slot, names.length))}
      onChange={(event) =>
        store
          .getState()
          .change((old) => withWire(old, control.id, target.id, () => ({ slot: Number(event.target.value) })))
      }
      sx={{ minWidth: 150, mt: 1 }}
    >
      {[...names, 'after all others'].map((name, i) => (
        <MenuItem key={name} value={String(i)}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

const OWN = '';

/** By which column a slicer reaches each dataset of a target: the dimension's own, or another one. */
function RouteColumns({ control, target }: { control: Control; target: Visual | Control }) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  const acts = actsOf(control);
  const [dimension, ...below] = acts.by === 'dimensions' ? acts.levels : [];
  if (!dimension || below.length > 0 || isAttribute(dimension)) return null;
  const wire = design.wire(control.id, target.id);
  const choose = (dataset: string, column: string) =>
    store.getState().change((old) =>
      withWire(old, control.id, target.id, ({ columns }) => {
        const { [dataset]: _, ...others } = columns ?? {};
        return { columns: column === OWN ? others : { ...others, [dataset]: column } };
      }),
    );
  const datasets = [...new Set(design.uses(target).map((use) => use.dataset))];
  return datasets.map((dataset) => {
    const columns = (datasetOf(model, dataset)?.columns ?? []).filter((column) => column.category);
    const own = columnIn(model, dimension, dataset);
    if (columns.length === 0) return null;
    return (
      <TextField
        key={dataset}
        select
        label={`Column of ${datasetOf(model, dataset)?.name ?? dataset}`}
        value={wire?.columns?.[dataset] ?? OWN}
        onChange={(event) => choose(dataset, event.target.value)}
        sx={{ minWidth: 150, mt: 1 }}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value={OWN}>
          {own === undefined
            ? 'none that is shared'
            : `${columnOf(model, dataset, own)?.name ?? own}, its own`}
        </MenuItem>
        {columns
          .filter((column) => column.key !== own)
          .map((column) => (
            <MenuItem key={column.key} value={column.key}>
              {column.name}
            </MenuItem>
          ))}
      </TextField>
    );
  });
}

/** Rows of a visual now, and if the crosspoint were switched. */
function WhatIf({ control, target, on }: { control: string; target: string; on: boolean }) {
  const { model } = useWorkspace();
  const state = useReaderState();
  const document = useDocument();
  const counts = useQuery({
    queryKey: ['what if', document, state, control, target, on],
    queryFn: async () => {
      const ask = async (design: DashboardDocument) => {
        const body = { document: design, state, only: [target] };
        const answer = (await requestAs(turnSchema, '/api/turns', { body })).visuals[target];
        return typeof answer?.rows === 'number' ? answer.rows : 0;
      };
      const switched = { ...document, wires: switchWires(document, model, [{ control, target }], on) };
      return Promise.all([ask(document), ask(switched)]);
    },
    gcTime: 0,
  });
  if (!counts.data) return null;
  const [now, then] = counts.data;
  return (
    <Typography variant="body2" role="status">
      {now === then
        ? `${numberWords(now)} rows, the same when switched ${on ? 'on' : 'off'}.`
        : `${numberWords(now)} rows now, ${numberWords(then)} when switched ${on ? 'on' : 'off'}.`}
    </Typography>
  );
}

/** Gives an item the wires of another one. */
function WireLike({
  id,
  name,
  others,
  line,
}: {
  id: string;
  name: string;
  others: readonly (Control | Visual)[];
  line: 'row' | 'column';
}) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  const choices = others.filter((other) => other.id !== id);
  if (choices.length === 0) return null;
  return (
    <TextField
      select
      label={`Wire ${name} like`}
      value=""
      onChange={(event) =>
        store
          .getState()
          .change((old) => ({ ...old, wires: wiredLike(old, model, id, event.target.value, line) }))
      }
      sx={{ minWidth: 150, mt: 1 }}
    >
      {choices.map((other) => (
        <MenuItem key={other.id} value={other.id}>
          {design.titleOf(other)}
        </MenuItem>
      ))}
    </TextField>
  );
}
