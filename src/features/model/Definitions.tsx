'use client';
/** Definitions: conditions under a name, changed in one place for every dashboard that uses them. */
import { type DefinitionEdit, type UsedDefinition, usedDefinitionsSchema } from '../../contract/modelling';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { readCondition } from '../../core/dashboard/reader/conditions';
import { definitionBasis } from '../../core/model/fingerprint';
import { datasetOf, type Model } from '../../core/model/model';
import { ConditionField } from '../ui/ConditionField';
import { EditorButtons, NamedSection, type EditorProps } from './NamedSection';

export function Definitions({ model }: { model: Model }) {
  const [first] = model.datasets;
  return (
    <NamedSection<DefinitionEdit, UsedDefinition>
      title="Definitions"
      about="Conditions under a name, for condition controls on any dashboard. A change here changes them all."
      address="/api/definitions"
      listSchema={usedDefinitionsSchema}
      version={model.definitions}
      basisOf={definitionBasis}
      under={({ dataset }) => datasetOf(model, dataset)?.name ?? dataset}
      textOf={({ sql }) => sql}
      fresh={first ? { name: '', dataset: first.key, sql: '' } : null}
      beginLabel="Define a condition"
      editor={(props) => <DefinitionEditor key={props.known} model={model} {...props} />}
    />
  );
}

function DefinitionEditor({
  model,
  start,
  onSave,
  onCancel,
  onRemove,
}: EditorProps<DefinitionEdit> & { model: Model }) {
  const [edit, setEdit] = useState<DefinitionEdit>({
    name: start.name,
    dataset: start.dataset,
    sql: start.sql,
  });
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: 'hairline' }}>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <TextField
          label="Name"
          value={edit.name}
          onChange={(event) => setEdit({ ...edit, name: event.target.value.slice(0, 100) })}
          sx={{ width: 260 }}
        />
        <TextField
          select
          label="Rows of"
          value={edit.dataset}
          onChange={(event) => setEdit({ ...edit, dataset: event.target.value })}
          sx={{ width: 220 }}
        >
          {model.datasets.map((dataset) => (
            <MenuItem key={dataset.key} value={dataset.key}>
              {dataset.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <ConditionField
        label="Condition"
        value={edit.sql}
        model={model}
        dataset={edit.dataset}
        onCommit={(sql) => setEdit({ ...edit, sql })}
      />
      <EditorButtons
        isReady={edit.name.trim() !== '' && readCondition(model, edit.dataset, edit.sql).ok}
        onSave={() => onSave({ ...edit, name: edit.name.trim() })}
        onCancel={onCancel}
        onRemove={onRemove}
      />
    </Box>
  );
}
