'use client';
/** The settings of a condition control: its dataset, its groups of conditions, how they are joined. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { missingParameters } from '../../../core/dashboard/reader/parameterUse';
import { withValueControl } from '../../../core/dashboard/wiring/valueControl';
import { readCondition } from '../../../core/dashboard/reader/conditions';
import type { ConditionEntry } from '../../../core/dashboard/document/kinds/condition';
import type { ConditionControl } from '../../../core/dashboard/document/document';
import { freeIdAmong } from '../../../core/model/ids';
import { definitionOf } from '../../../core/model/model';
import { ConditionField } from '../../ui/ConditionField';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import { useDocument, useParameters, useWorkspace } from '../../workspace/workspace';

type Group = ConditionControl['groups'][number];

const JOINS = [
  { value: 'all', label: 'all of these' },
  { value: 'any', label: 'any of these' },
];
const joinOf = (value: string) => (value === 'any' ? 'any' : 'all');
const OWN_TEXT = '';

export function ConditionSettings({
  control,
  change,
}: {
  control: ConditionControl;
  change: (part: Partial<ConditionControl>) => void;
}) {
  const { model } = useWorkspace();
  const newEntry = (): ConditionEntry => ({
    id: freeIdAmong(
      control.groups.flatMap((group) => group.entries),
      'c',
    ),
    name: '',
    sql: '',
    definition: null,
    on: true,
  });
  const setGroup = (at: number, group: Group) =>
    change({
      groups: control.groups
        .map((old, i) => (i === at ? group : old))
        .filter((entry) => entry.entries.length > 0),
    });
  return (
    <>
      <ChoiceSetting
        label="Rows of"
        value={control.dataset}
        options={model.datasets.map((dataset) => ({ value: dataset.key, label: dataset.name }))}
        onChange={(dataset) => change({ dataset, groups: [] })}
      />
      {control.groups.length > 1 && (
        <ChoiceSetting
          label="Rows have to keep"
          value={control.join}
          options={[
            { value: 'all', label: 'all groups of conditions' },
            { value: 'any', label: 'at least one group of conditions' },
          ]}
          onChange={(join) => change({ join: joinOf(join) })}
        />
      )}
      {control.groups.map((group, g) => (
        <GroupSettings
          key={g}
          name={`Group ${g + 1}`}
          control={control}
          group={group}
          newEntry={newEntry}
          onChange={(next) => setGroup(g, next)}
        />
      ))}
      <Button onClick={() => change({ groups: [...control.groups, { join: 'all', entries: [newEntry()] }] })}>
        {control.groups.length === 0 ? 'Add a condition' : 'Add a group'}
      </Button>
      <MissingParameters control={control} />
      <SwitchSetting
        label="Readers can type one of their own"
        checked={control.open}
        onChange={(open) => change({ open })}
      />
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}

function GroupSettings({
  name,
  control,
  group,
  newEntry,
  onChange,
}: {
  name: string;
  control: ConditionControl;
  group: Group;
  newEntry: () => ConditionEntry;
  onChange: (group: Group) => void;
}) {
  const setEntries = (entries: Group['entries']) => onChange({ ...group, entries });
  return (
    <Box role="group" aria-label={name} sx={{ borderLeft: 3, borderColor: 'secondary.light', pl: 1, my: 1 }}>
      <ChoiceSetting
        label={`${name}: rows keep`}
        value={group.join}
        options={JOINS}
        onChange={(join) => onChange({ ...group, join: joinOf(join) })}
      />
      {group.entries.map((entry) => (
        <EntrySettings
          key={entry.id}
          control={control}
          entry={entry}
          onChange={(next) => setEntries(group.entries.map((old) => (old.id === entry.id ? next : old)))}
          onRemove={() => setEntries(group.entries.filter((old) => old.id !== entry.id))}
        />
      ))}
      <Button onClick={() => setEntries([...group.entries, newEntry()])}>Add a condition</Button>
    </Box>
  );
}

/** Parameters that conditions ask for and no control gives yet, each with a button that adds one. */
function MissingParameters({ control }: { control: ConditionControl }) {
  const { model, store } = useWorkspace();
  const document = useDocument();
  return missingParameters(document, control, model).map((name) => (
    <Box key={name} role="note" sx={{ my: 0.5 }}>
      <Typography variant="body2" color="warning">
        :{name} has no value control yet: conditions that ask for it are without effect.
      </Typography>
      <Button onClick={() => store.getState().change((old) => withValueControl(old, model, control, name))}>
        Add a value control :{name}
      </Button>
    </Box>
  ));
}

function EntrySettings({
  control,
  entry,
  onChange,
  onRemove,
}: {
  control: ConditionControl;
  entry: ConditionEntry;
  onChange: (entry: ConditionEntry) => void;
  onRemove: () => void;
}) {
  const { model } = useWorkspace();
  const parameters = useParameters();
  const definitions = model.definitions.filter((definition) => definition.dataset === control.dataset);
  const definition = entry.definition === null ? undefined : definitionOf(model, entry.definition);
  const isRead = entry.definition !== null || readCondition(model, control.dataset, entry.sql).ok;
  return (
    <Box sx={{ mb: 1, pb: 0.5, borderBottom: 1, borderColor: 'hairline' }}>
      {(definitions.length > 0 || entry.definition !== null) && (
        <ChoiceSetting
          label="Taken from"
          value={entry.definition ?? OWN_TEXT}
          options={[
            { value: OWN_TEXT, label: 'a text of its own' },
            ...definitions.map(({ key, name }) => ({ value: key, label: `${name} · definition` })),
          ]}
          onChange={(key) => onChange({ ...entry, definition: key === OWN_TEXT ? null : key })}
        />
      )}
      {entry.definition === null ? (
        <ConditionField
          label="Condition"
          value={entry.sql}
          model={model}
          dataset={control.dataset}
          parameters={parameters}
          onCommit={(sql) => onChange({ ...entry, sql })}
        />
      ) : (
        <Typography variant="body2" color="textSecondary" sx={{ fontFamily: 'monospace' }}>
          {definition?.sql ?? 'This definition is not there any more.'}
        </Typography>
      )}
      <TextSetting
        label="Shown as"
        value={entry.name}
        placeholder={definition?.name ?? (isRead ? entry.sql : 'Name')}
        onChange={(name) => onChange({ ...entry, name: name.slice(0, 100) })}
      />
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Box sx={{ flex: 1 }}>
          <SwitchSetting
            label="On at the start"
            checked={entry.on}
            onChange={(on) => onChange({ ...entry, on })}
          />
        </Box>
        <Button color="error" onClick={onRemove} sx={{ minWidth: 0 }}>
          Remove
        </Button>
      </Box>
    </Box>
  );
}
