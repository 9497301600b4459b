/** What of a comparison a visual draws. */
import { compareWith, type ShownPart } from '../../../core/dashboard/document/kinds/compare';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';

const FIRST: readonly ShownPart[] = compareWith([]).show;

/** The parts that the designer chose; the usual ones where only readers compare. */
export const shownParts = ({ compare }: Pick<MeasuredVisual, 'compare'>): readonly ShownPart[] =>
  compare?.show ?? FIRST;
