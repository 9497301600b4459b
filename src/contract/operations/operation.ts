/** What a route of the interface for programs takes and answers. */
import type { z } from 'zod';
import { doneSchema } from '../system';

/** An answer that is JSON of a form. */
interface JsonAnswer {
  readonly kind: 'json';
  readonly schema: z.ZodType;
}
/** An answer that is a file or a stream, by its media types. */
interface MediaAnswer {
  readonly kind: 'media';
  readonly types: readonly string[];
}
/** An answer without a body: where one is led to, or that there is nothing. */
interface NoAnswer {
  readonly kind: 'none';
}
export type OperationAnswer = JsonAnswer | MediaAnswer | NoAnswer;

export interface Operation {
  readonly summary: string;
  /** Parameters of the address after its question mark. */
  readonly query?: z.ZodObject;
  /** JSON of a form, or whatever a media type says. */
  readonly body?: z.ZodType | { readonly media: string };
  /** By status, those of successes. Everything else is an error, which all routes tell alike. */
  readonly answers: Readonly<Record<number, OperationAnswer>>;
}

/** By method and address, with open parts in brackets: `GET /api/dashboards/[id]`. */
export type Operations = Readonly<Record<string, Operation>>;

type Asked = Pick<Operation, 'query' | 'body'>;

export const json = (schema: z.ZodType): JsonAnswer => ({ kind: 'json', schema });
export const media = (...types: string[]): MediaAnswer => ({ kind: 'media', types });
const NOTHING: NoAnswer = { kind: 'none' };
export const nothing = NOTHING;

/** One that answers 200 with JSON. */
export const gives = (summary: string, schema: z.ZodType, asked: Asked = {}): Operation => ({
  summary,
  ...asked,
  answers: { 200: json(schema) },
});
/** One that makes something, and answers 201 with what was made. */
export const makes = (summary: string, schema: z.ZodType, asked: Asked = {}): Operation => ({
  summary,
  ...asked,
  answers: { 201: json(schema) },
});
/** One that begins work in the background, and answers 202 with it. */
export const begins = (summary: string, schema: z.ZodType, asked: Asked = {}): Operation => ({
  summary,
  ...asked,
  answers: { 202: json(schema) },
});
/** One that answers 200 when it is done. */
export const does = (summary: string, asked: Asked = {}): Operation => gives(summary, doneSchema, asked);
/** One that answers 200 with a file. */
export const sends = (summary: string, types: readonly string[], asked: Asked = {}): Operation => ({
  summary,
  ...asked,
  answers: { 200: media(...types) },
});
