/** Random requests made from what is described of a route: what fits, what nearly fits, and what does not. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { addressIn, type Described, type OpenApi } from './described';
import type { Team, Visitor } from './team';

type Schema = Readonly<Record<string, unknown>>;

/** An answer may take so long. */
const LONGEST_MS = 5000;
/** Schemas that hold themselves are followed so far. */
const DEEPEST = 6;

const STRANGE = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  "'; DROP TABLE dataset; --",
  '../../../etc/passwd',
  '=cmd()',
  '%',
  '１２',
  '𝔘𝔫𝔦',
  'a'.repeat(70_000),
  '9'.repeat(400),
  '2026-02-30',
  'last 1e9 days',
  '__proto__',
];

const strangeText = fc.oneof(fc.constantFrom(...STRANGE), fc.string({ maxLength: 40, unit: 'binary' }));
const anything = fc.oneof(
  strangeText,
  fc.constantFrom(null, true, -0, 1e308, -1, 2 ** 53, [], {}, [[[[]]]]),
  fc.jsonValue({ maxDepth: 3 }),
);

/** Values that a schema allows, as far as JSON Schema says. */
function fitting(schema: Schema, document: OpenApi, depth = 0): fc.Arbitrary<unknown> {
  if (typeof schema.$ref === 'string') {
    if (depth > DEEPEST) return fc.constant(null);
    const name = schema.$ref.split('/').at(-1)!;
    return fitting(document.components.schemas[name] as Schema, document, depth + 1);
  }
  if ('const' in schema) return fc.constant(schema.const);
  if (Array.isArray(schema.enum)) return fc.constantFrom(...(schema.enum as unknown[]));
  const choices = (schema.anyOf ?? schema.oneOf) as Schema[] | undefined;
  if (choices) return fc.oneof(...choices.map((choice) => fitting(choice, document, depth + 1)));
  if (Array.isArray(schema.allOf))
    return fc
      .tuple(...(schema.allOf as Schema[]).map((part) => fitting(part, document, depth + 1)))
      .map((parts) => Object.assign({}, ...(parts as object[])) as object);
  const types = Array.isArray(schema.type) ? (schema.type as string[]) : [schema.type as string];
  return fc.oneof(...types.map((type) => fittingType(type, schema, document, depth)));
}

function fittingType(type: string, schema: Schema, document: OpenApi, depth: number): fc.Arbitrary<unknown> {
  const least = (schema.minItems as number | undefined) ?? 0;
  switch (type) {
    case 'string':
      return strangeText;
    case 'integer':
      return fc.oneof(
        fc.integer({ min: 0, max: 40 }),
        fc.maxSafeInteger(),
        fc.constantFrom(schema.minimum ?? 0, schema.maximum ?? 0),
      );
    case 'number':
      return fc.oneof(fc.integer({ min: -40, max: 40 }), fc.double({ noNaN: true, noDefaultInfinity: true }));
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'array': {
      if (Array.isArray(schema.prefixItems))
        return fc.tuple(
          ...(schema.prefixItems as Schema[]).map((item) => fitting(item, document, depth + 1)),
        );
      const items = (schema.items ?? {}) as Schema;
      return depth > DEEPEST
        ? fc.constant([])
        : fc.array(fitting(items, document, depth + 1), { minLength: least, maxLength: least + 2 });
    }
    case 'object':
      return fittingObject(schema, document, depth);
    default:
      return anything;
  }
}

function fittingObject(schema: Schema, document: OpenApi, depth: number): fc.Arbitrary<unknown> {
  const properties = Object.entries((schema.properties ?? {}) as Record<string, Schema>);
  const required = new Set((schema.required ?? []) as string[]);
  // What may be missing is, far down: documents would never end.
  const wanted = properties.filter(([key]) => depth <= DEEPEST || required.has(key));
  const fields = fc.record(
    Object.fromEntries(wanted.map(([key, part]) => [key, fitting(part, document, depth + 1)])),
    { requiredKeys: wanted.map(([key]) => key).filter((key) => required.has(key)) },
  );
  const others = schema.additionalProperties;
  if (typeof others !== 'object' || others === null || depth > DEEPEST) return fields;
  return fc.dictionary(strangeText, fitting(others as Schema, document, depth + 1), { maxKeys: 2 });
}

/** Values that a schema allows, with a part of some of them replaced. */
const nearly = (schema: Schema, document: OpenApi) =>
  fc
    .tuple(fitting(schema, document), fc.nat(), anything, fc.boolean())
    .map(([value, at, other, isBent]) => (isBent ? bent(value, at, other) : value));

/** A value with one of its parts replaced. */
function bent(value: unknown, at: number, other: unknown): unknown {
  const places: [object, string][] = [];
  const walk = (part: unknown) => {
    if (typeof part !== 'object' || part === null) return;
    for (const key of Object.keys(part)) {
      places.push([part, key]);
      walk((part as Record<string, unknown>)[key]);
    }
  };
  walk(value);
  if (places.length === 0) return other;
  const [holder, key] = places[at % places.length]!;
  (holder as Record<string, unknown>)[key] = other;
  return value;
}

export interface Fuzzed {
  readonly team: Pick<Team, 'url'>;
  readonly visitor: Visitor;
  readonly document: OpenApi;
  readonly operation: {
    readonly name: string;
    readonly method: string;
    readonly path: string;
    readonly described: Described;
  };
  readonly runs: number;
  readonly seed: number;
}

/** What was wrong with the answers to random requests: failures of the server, and those that took long. */
export async function fuzzOperation({
  team,
  visitor,
  document,
  operation: { name, method, path: address, described },
  runs,
  seed,
}: Fuzzed): Promise<object[]> {
  const parts = (described.parameters ?? []).filter((parameter) => parameter.in === 'path');
  const query = (described.parameters ?? []).filter((parameter) => parameter.in === 'query');
  const content = described.requestBody?.content ?? {};
  const schema = content['application/json']?.schema as Schema | undefined;
  const [type] = Object.keys(content);
  const place = fc.oneof(strangeText, fc.constantFrom('1', '2', 'trips', '-1', '999999', 'all'));
  const samples = fc.sample(
    fc.record({
      parts: fc.record(Object.fromEntries(parts.map((part) => [part.name, place]))),
      query: fc.record(
        Object.fromEntries(query.map((part) => [part.name, nearly(part.schema as Schema, document)])),
        { requiredKeys: [] },
      ),
      body: schema ? nearly(schema, document) : fc.option(strangeText),
    }),
    { numRuns: runs, seed },
  );
  const wrong: object[] = [];
  for (const sample of samples) {
    const asked = new URLSearchParams(
      Object.entries(sample.query).map(([key, value]) => [
        key,
        typeof value === 'string' ? value.toWellFormed().slice(0, 4000) : JSON.stringify(value),
      ]),
    );
    const filled = Object.fromEntries(
      Object.entries(sample.parts).map(([key, value]) => [key, value.toWellFormed().slice(0, 2000) || '0']),
    );
    const body = type === undefined || method === 'GET' ? undefined : JSON.stringify(sample.body);
    const leave = new AbortController();
    const begun = Date.now();
    const response = await fetch(`${team.url}${addressIn(address, filled)}?${asked}`, {
      method,
      redirect: 'manual',
      signal: leave.signal,
      headers: {
        ...visitor.headers,
        ...(method === 'GET' ? {} : { origin: team.url }),
        ...(body === undefined ? {} : { 'content-type': type! }),
      },
      ...(body === undefined ? {} : { body }),
    });
    const ms = Date.now() - begun;
    if (response.status >= 500 || ms > LONGEST_MS)
      wrong.push({
        name,
        status: response.status,
        ms,
        asked: String(asked).slice(0, 500),
        body: body?.slice(0, 1500),
        answer: (await response.text()).slice(0, 300),
      });
    else leave.abort();
  }
  return wrong;
}

/** Resident memory of a team's server, in bytes. */
export function memoryOf({ folder }: Pick<Team, 'folder'>): number {
  const record = JSON.parse(readFileSync(path.join(folder, 'data', 'run.json'), 'utf8')) as {
    serverPids: number[];
  };
  const [, resident] = readFileSync(`/proc/${record.serverPids[0]}/statm`, 'utf8').split(' ');
  return Number(resident) * 4096;
}
