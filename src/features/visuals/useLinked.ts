'use client';
/** Where the link of a visual leads, with the windows and choices that it carries. */
import { openedDashboardSchema } from '../../contract/storedDashboards';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { DashboardDocument, Visual } from '../../core/dashboard/document/document';
import type { VisualLink } from '../../core/dashboard/document/kinds/measured';
import { pageCalled, pagesOf } from '../../core/dashboard/document/pages';
import { carriedState } from '../../core/dashboard/turn/carried';
import { designOf } from '../../core/dashboard/wiring/design';
import { requestAs } from '../ui/request';
import { PAGE_PLACE } from '../workspace/page';
import { putState } from '../workspace/stateAddress';
import { useAnswers, useDesign, useDocument, useReaderState, useWorkspace } from '../workspace/workspace';

export interface Linked {
  readonly words: string;
  readonly href: string;
}

/** The document that a link leads to; undefined while it is not known, and where there is none. */
export function useTarget(link: VisualLink | null): DashboardDocument | undefined {
  const own = useDocument();
  const other = useQuery({
    queryKey: ['linked dashboard', link?.dashboard],
    queryFn: () => requestAs(openedDashboardSchema, `/api/dashboards/${link!.dashboard}`),
    enabled: link != null && link.dashboard !== null,
    staleTime: 60_000,
    retry: false,
  });
  if (!link) return undefined;
  return link.dashboard === null ? own : other.data?.document;
}

/** Undefined while the other dashboard is read, and where it is not there. */
export function useLinked(visual: Visual, link: VisualLink): Linked | undefined {
  const { model } = useWorkspace();
  const design = useDesign();
  const state = useReaderState();
  const controls = useAnswers((answers) => answers.controls);
  const document = useTarget(link);
  const target = useMemo(() => document && designOf(document, model), [document, model]);
  if (!target) return undefined;
  const pages = pagesOf(target.document);
  const page = pageCalled(target.document, link.page);
  const words =
    link.words || (link.dashboard === null || page !== pages[0] ? page.name : target.document.title);
  if (link.dashboard === null) {
    const here = new URL(window.location.href);
    here.searchParams.set(PAGE_PLACE, page.id);
    return { words, href: here.href };
  }
  const address = new URL(`/dashboards/${link.dashboard}`, window.location.href);
  const carried = carriedState({ design, state, controls, visual: visual.id }, target);
  putState(address, target.document, carried, page === pages[0] ? null : page.id);
  return { words, href: address.href };
}
