'use client';
/** Saves what a slicer has chosen as a definition, for condition controls on any dashboard. */
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { choiceCondition } from '../../../core/dashboard/reader/conditions';
import { isAttribute } from '../../../core/model/dimension';
import type { Slicer } from '../../../core/dashboard/document/document';
import { columnOf } from '../../../core/model/model';
import { requestJson } from '../../ui/request';
import { useNotice } from '../../ui/Notice';
import { TextSetting } from '../../ui/fields';
import { useWorkspace } from '../../workspace/workspace';

export function SaveDefinition({ slicer, chosen }: { slicer: Slicer; chosen: readonly (string | null)[] }) {
  const { model } = useWorkspace();
  const client = useQueryClient();
  const notice = useNotice();
  const [isOpen, setOpen] = useState(false);
  const { dimension } = slicer;
  if (isAttribute(dimension) || slicer.face === 'tree' || chosen.length === 0) return null;
  const column = columnOf(model, dimension.dataset, dimension.column)?.name ?? dimension.column;
  const save = async (name: string) => {
    setOpen(false);
    try {
      const sql = choiceCondition(column, chosen, slicer.exclude);
      await requestJson('/api/definitions', { body: { name: name.trim(), dataset: dimension.dataset, sql } });
      await client.invalidateQueries({ queryKey: ['model'] });
      notice({ text: `Saved as the definition “${name.trim()}”.` });
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
  };
  return isOpen ? (
    <TextSetting
      label="Name of the definition"
      value=""
      helper="Enter saves it"
      check={(text) => (text.trim() === '' || text.length > 100 ? 'A name of 1 to 100 characters.' : null)}
      onChange={(name) => void save(name)}
    />
  ) : (
    <Button onClick={() => setOpen(true)}>Save this choice as a definition</Button>
  );
}
