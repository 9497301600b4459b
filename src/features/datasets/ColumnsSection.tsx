'use client';
/** The columns, with their date roles and categories. */
import type { DatasetEdit, DatasetSummary } from '../../contract/datasets';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { TextSetting } from '../ui/fields';
import { TYPE_NAMES } from './ImportColumnRow';
import { Section } from '../ui/Section';
import { ScrollingTable } from '../ui/ScrollingTable';

export function ColumnsSection({
  dataset,
  onChange,
}: {
  dataset: DatasetSummary;
  onChange: (edit: DatasetEdit) => void;
}) {
  const setRole = (key: string, name: string | null) => {
    const others = dataset.roles.filter((role) => role.key !== key);
    const order = dataset.columns.map((column) => column.key);
    const roles = name === null ? others : [...others, { key, name }];
    onChange({ roles: roles.sort((a, b) => order.indexOf(a.key) - order.indexOf(b.key)) });
  };
  const setCategory = (key: string, on: boolean) =>
    onChange({
      categories: dataset.columns
        .filter((column) => (column.key === key ? on : column.category))
        .map((column) => column.key),
    });
  return (
    <Section title="Columns">
      <ScrollingTable name="Columns">
        <TableHead>
          <TableRow>
            <TableCell>Column</TableCell>
            <TableCell>Type</TableCell>
            <TableCell>Category</TableCell>
            <TableCell>Date role</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {dataset.columns.map((column) => {
            const role = dataset.roles.find((entry) => entry.key === column.key);
            const isDate = column.type === 'day' || column.type === 'timestamp';
            return (
              <TableRow key={column.key}>
                <TableCell>{column.name}</TableCell>
                <TableCell>{TYPE_NAMES[column.type]}</TableCell>
                <TableCell>
                  {column.type === 'text' && (
                    <Checkbox
                      size="small"
                      checked={column.category}
                      onChange={(event) => setCategory(column.key, event.target.checked)}
                      slotProps={{ input: { 'aria-label': `${column.name} is a category` } }}
                      sx={{ p: 0.25 }}
                    />
                  )}
                </TableCell>
                <TableCell>
                  {isDate && (
                    <Checkbox
                      size="small"
                      checked={role !== undefined}
                      onChange={(event) => setRole(column.key, event.target.checked ? column.name : null)}
                      slotProps={{ input: { 'aria-label': `${column.name} is a date role` } }}
                      sx={{ p: 0.25 }}
                    />
                  )}
                  {role && (
                    <Box sx={{ display: 'inline-block', width: 220, ml: 1 }}>
                      <TextSetting
                        label={`Role name of ${column.name}`}
                        value={role.name}
                        onChange={(name) => setRole(column.key, name)}
                      />
                    </Box>
                  )}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </ScrollingTable>
    </Section>
  );
}
