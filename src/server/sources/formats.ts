/** The forms in which a file can come. */
export const FORMATS = ['text', 'workbook', 'parquet', 'json lines'] as const;
export type Format = (typeof FORMATS)[number];
