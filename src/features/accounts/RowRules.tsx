'use client';
/** Which rows the people of a group see: values of a shared dimension, days, or both. */
import { listed } from '../../core/listed';
import { BLANK } from '../../core/model/blank';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { z } from 'zod';
import type { Group } from '../../contract/people';
import { rowRulesSchema, type RowRule, type storedRowRuleSchema } from '../../contract/rowRules';
import { MODEL_QUERY } from '../ui/modelQuery';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { RowRuleForm } from './RowRuleForm';
import { useChange } from '../ui/useChange';
import { ScrollingTable } from '../ui/ScrollingTable';

const SHOWN_VALUES = 6;

const valueWords = (values: readonly (string | null)[]): string =>
  values.length === 0 ? 'nothing' : listed(values, SHOWN_VALUES, (value) => value ?? BLANK);

export function RowRules({ groups }: { groups: readonly Group[] }) {
  const change = useChange('rules');
  const rules = useQuery({ queryKey: ['rules'], queryFn: () => requestAs(rowRulesSchema, '/api/rules') });
  const model = useQuery(MODEL_QUERY);
  const [edited, setEdited] = useState<number | 'new' | null>(null);
  const shared = model.data?.shared ?? [];
  const words = ({ dimension, values, phrase }: RowRule) => {
    const name = shared.find(({ key }) => key === dimension)?.name ?? dimension;
    const parts = [
      ...(values ? [`${name}: ${valueWords(values)}`] : []),
      ...(phrase === null ? [] : [`days: ${phrase}`]),
    ];
    return parts.join('; ');
  };
  const save = async (id: number | 'new', rule: RowRule) => {
    const isSaved = await change(() =>
      id === 'new'
        ? requestJson('/api/rules', { body: rule })
        : requestJson(`/api/rules/${id}`, { method: 'PUT', body: rule }),
    );
    if (isSaved) setEdited(null);
  };
  const form = (given: z.infer<typeof storedRowRuleSchema> | null) => (
    <RowRuleForm
      given={given}
      groups={groups}
      shared={shared}
      onSave={(rule) => save(given?.id ?? 'new', rule)}
      onCancel={() => setEdited(null)}
    />
  );
  return (
    <Section
      title="Rows that people see"
      aside={
        groups.length > 0 && edited === null ? (
          <Button onClick={() => setEdited('new')}>Add a rule</Button>
        ) : null
      }
    >
      <Typography color="textSecondary" gutterBottom>
        People see all rows unless a rule of one of their groups holds some back. Of several rules on one
        dimension what any of them lets through is seen. Data keepers and owners see everything.
      </Typography>
      {groups.length === 0 && <Typography>Make a group first.</Typography>}
      {rules.error && <Typography role="alert">{rules.error.message}</Typography>}
      <ScrollingTable name="Rules on rows">
        <TableBody>
          {(rules.data ?? []).map((rule) =>
            edited === rule.id ? (
              <TableRow key={rule.id}>
                <TableCell colSpan={3}>{form(rule)}</TableCell>
              </TableRow>
            ) : (
              <RuleRow
                key={rule.id}
                group={groups.find(({ id }) => id === rule.group)?.name ?? String(rule.group)}
                words={words(rule)}
                onChange={() => setEdited(rule.id)}
                onRemove={() =>
                  void change(
                    () => requestJson(`/api/rules/${rule.id}`, { method: 'DELETE' }),
                    'The rule is removed.',
                  )
                }
              />
            ),
          )}
        </TableBody>
      </ScrollingTable>
      {edited === 'new' && <Box sx={{ mt: 1.5 }}>{form(null)}</Box>}
    </Section>
  );
}

function RuleRow({
  group,
  words,
  onChange,
  onRemove,
}: {
  group: string;
  words: string;
  onChange: () => void;
  onRemove: () => void;
}) {
  return (
    <TableRow>
      <TableCell sx={{ fontWeight: 650 }}>{group}</TableCell>
      <TableCell>{words}</TableCell>
      <TableCell align="right">
        <Button aria-label={`Change the rule ${words}`} onClick={onChange}>
          Change
        </Button>
        <Button color="error" aria-label={`Remove the rule ${words}`} onClick={onRemove}>
          Remove
        </Button>
      </TableCell>
    </TableRow>
  );
}
