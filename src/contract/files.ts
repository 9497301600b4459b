/** What can be taken away as a file. */
import { z } from 'zod';

export const FILE_FORMATS = ['csv', 'xlsx', 'parquet', 'json'] as const;
export const fileFormatSchema = z.enum(FILE_FORMATS);
export type FileFormat = z.infer<typeof fileFormatSchema>;

/** Formats that hold several tables, and what is in effect. */
export const WHOLE_FORMATS: readonly FileFormat[] = ['xlsx', 'json'];

/** The media type of a format. */
export const MEDIA_TYPES: Record<FileFormat, string> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  parquet: 'application/vnd.apache.parquet',
  json: 'application/json',
};

/** The name of a file of something with a title: letters, digits and lines between them. */
export function fileName(title: string, format: string): string {
  const plain = title
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase()
    .slice(0, 80);
  return `${plain || 'dathen'}.${format}`;
}

/** The headers with which a file of something with a title is sent. */
export const fileHeaders = (title: string, format: FileFormat): Record<string, string> => ({
  'content-type': MEDIA_TYPES[format],
  'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(title, format))}`,
});
