/** Width in pixels at which a dashboard is laid out where it is scaled to the room there is: as readers see it at 1280. */
export const DESIGN_WIDTH = 1248;

/** By what the dashboard is scaled in a room of this width; 0 while the width is not known. */
export const scaleIn = (width: number): number => (width > 0 ? Math.min(1, width / DESIGN_WIDTH) : 0);
