'use client';
/** A table of rows; its grid comes once a dashboard has one. */
import dynamic from 'next/dynamic';
import type { TableOfRows } from '../../../core/dashboard/document/visuals';
import type { TableAnswer } from '../../../core/dashboard/turn/answer';
import { Centred } from '../Centred';
import type { VisualBodyProps } from '../view';

const TableVisual = dynamic(() => import('./TableVisual').then((part) => part.TableVisual), {
  ssr: false,
  loading: () => <Centred>Reading…</Centred>,
});

export function TableBody(props: VisualBodyProps<TableOfRows, TableAnswer>) {
  return <TableVisual {...props} />;
}
