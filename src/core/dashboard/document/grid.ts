/** Columns of the grid on which items lie. */
export const GRID_COLUMNS = 24;
