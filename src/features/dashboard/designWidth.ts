import type { DashboardDocument } from '../../core/dashboard/document/document';

/** Width in pixels of the window that a dashboard is laid out for where its designer does not say. */
export const USUAL_WIDTH = 1280;
/** What stands at both sides of the dashboard in that window. */
const MARGINS = 32;

/** Width in pixels at which a dashboard is laid out where it is scaled to the room there is. */
export const designWidthOf = ({ designWidth }: Pick<DashboardDocument, 'designWidth'>): number =>
  (designWidth ?? USUAL_WIDTH) - MARGINS;

/** By what a dashboard of this width is scaled in a room; 0 while the width of the room is not known. */
export const scaleIn = (room: number, width: number): number => (room > 0 ? Math.min(1, room / width) : 0);
