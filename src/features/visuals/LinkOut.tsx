'use client';
/** The link of a visual to another page or dashboard. */
import Link from 'next/link';
import type { CSSProperties, MouseEvent } from 'react';
import type { Visual } from '../../core/dashboard/document/document';
import type { VisualLink } from '../../core/dashboard/document/kinds/measured';
import { usePage } from '../workspace/page';
import { useDocument } from '../workspace/workspace';
import { useLinked } from './useLinked';

export function LinkOut({ visual, link, style }: { visual: Visual; link: VisualLink; style: CSSProperties }) {
  const linked = useLinked(visual, link);
  const { turnTo, pages } = usePage(useDocument());
  if (!linked) return null;
  /** A page of this dashboard is turned to in place: nothing is read again. */
  const turn = (event: MouseEvent) => {
    if (link.dashboard !== null || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    void turnTo(link.page ?? pages[0]!.id);
  };
  return (
    <Link
      href={linked.href}
      prefetch={false}
      onClick={turn}
      style={{ ...style, textDecoration: 'underline' }}
    >
      {linked.words} →
    </Link>
  );
}
