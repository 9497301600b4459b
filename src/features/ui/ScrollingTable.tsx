'use client';
import Table from '@mui/material/Table';
import type { ReactNode } from 'react';
import { Scrolling } from './Scrolling';

/** A small table of a name; where it is wider than the screen it scrolls in its own frame. */
export function ScrollingTable({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Scrolling name={`${name}, column by column`}>
      <Table size="small" aria-label={name}>
        {children}
      </Table>
    </Scrolling>
  );
}
