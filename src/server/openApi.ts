/** The interface for programs as an OpenAPI 3.1 document, made from the schemas that requests and answers are checked with. */
import { z } from 'zod';
import packageJson from '../../package.json';
import { errorSchema } from '../contract/jobs';
import { OPERATIONS } from '../contract/operations';
import type { Operation, OperationAnswer } from '../contract/operations/operation';
import { documentSchema } from '../core/dashboard/document/document';
import { readerStateSchema } from '../core/dashboard/reader/state';
import { modelSchema } from '../core/model/model';
import { ROUTE_RIGHTS, type Needs } from './accounts/routeRights';

type Json = Readonly<Record<string, unknown>>;

/** Schemas that many operations share; each stands once among the components, for requests and for answers apart. */
const SHARED = { Document: documentSchema, State: readerStateSchema, Model: modelSchema, Error: errorSchema };

const STATUS_WORDS: Readonly<Record<number, string>> = {
  200: 'Done',
  201: 'Made',
  202: 'Begun',
  204: 'Nothing to send',
  302: 'Goes on elsewhere',
  303: 'Goes on elsewhere',
};

const NEEDS_WORDS: Readonly<Record<Needs, string>> = {
  anyone: 'Needs no account.',
  link: 'Needs the role of a reader, or a link to the dashboard.',
  reader: 'Needs the role of a reader.',
  designer: 'Needs the role of a designer.',
  keeper: 'Needs the role of a data keeper.',
  owner: 'Needs the role of an owner.',
};

/** JSON Schemas of one side, requests or answers, with what is shared standing once. */
class Schemas {
  readonly components: Record<string, Json> = {};
  private readonly registry = z.registry<{ id: string }>();

  constructor(
    private readonly io: 'input' | 'output',
    private readonly suffix: string,
  ) {
    for (const [name, schema] of Object.entries(SHARED))
      this.registry.add(schema, { id: `${name}${suffix}` });
  }

  /** A schema as it stands in the document: what is shared in it is a reference. */
  of(schema: z.ZodType): Json {
    const {
      $schema: _,
      $defs,
      ...made
    } = z.toJSONSchema(schema, {
      io: this.io,
      metadata: this.registry,
      unrepresentable: 'any',
    }) as Json & { $defs?: Record<string, Json> };
    for (const [name, part] of Object.entries($defs ?? {})) this.components[name] ??= placed(part) as Json;
    return placed(made) as Json;
  }
}

/** The same with references into the components, and without ids, which are no addresses. */
function placed(part: unknown): unknown {
  if (Array.isArray(part)) return part.map(placed);
  if (typeof part !== 'object' || part === null) return part;
  return Object.fromEntries(
    Object.entries(part)
      .filter(([key, value]) => !(key === 'id' && typeof value === 'string'))
      .map(([key, value]) => [
        key,
        key === '$ref' && typeof value === 'string'
          ? value.replace('#/$defs/', '#/components/schemas/')
          : placed(value),
      ]),
  );
}

const OPEN = /\[(?:\.\.\.)?(\w+)\]/g;

/** `/api/x/[id]` as `/api/x/{id}`. */
const template = (path: string) => path.replace(OPEN, '{$1}');

function parametersOf(path: string, query: z.ZodObject | undefined, requests: Schemas): Json[] {
  const inPath = [...path.matchAll(OPEN)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const { properties = {}, required = [] } = (query ? requests.of(query) : {}) as {
    properties?: Record<string, Json>;
    required?: readonly string[];
  };
  const inQuery = Object.entries(properties).map(([name, { description, ...schema }]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    ...(description === undefined ? {} : { description }),
    schema,
  }));
  return [...inPath, ...inQuery];
}

function contentOf(answer: OperationAnswer, answers: Schemas): Json {
  if (answer.kind === 'none') return {};
  if (answer.kind === 'json')
    return { content: { 'application/json': { schema: answers.of(answer.schema) } } };
  // A body that is no JSON is described by its media type alone.
  return { content: Object.fromEntries(answer.types.map((type) => [type, {}])) };
}

function operationOf(route: string, operation: Operation, requests: Schemas, answers: Schemas): Json {
  const path = route.slice(route.indexOf(' ') + 1);
  const { summary, query, body } = operation;
  const { needs } = ROUTE_RIGHTS[route]!;
  const parameters = parametersOf(path, query, requests);
  const content =
    body === undefined
      ? undefined
      : 'media' in body
        ? { [body.media]: {} }
        : { 'application/json': { schema: requests.of(body) } };
  return {
    summary,
    description: NEEDS_WORDS[needs],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(content ? { requestBody: { required: true, content } } : {}),
    responses: {
      ...Object.fromEntries(
        Object.entries(operation.answers).map(([status, answer]) => [
          status,
          { description: STATUS_WORDS[Number(status)], ...contentOf(answer, answers) },
        ]),
      ),
      default: { $ref: '#/components/responses/Refused' },
    },
    ...(needs === 'anyone' ? { security: [] } : {}),
  };
}

/** The document. */
export function openApiDocument(): Json {
  const requests = new Schemas('input', 'Asked');
  const answers = new Schemas('output', '');
  // Every operation can be refused, though none names the form of that.
  answers.of(errorSchema);
  const paths: Record<string, Record<string, Json>> = {};
  for (const [route, operation] of Object.entries(OPERATIONS)) {
    const [method, path] = route.split(' ') as [string, string];
    (paths[template(path)] ??= {})[method.toLowerCase()] = operationOf(route, operation, requests, answers);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Dathen',
      version: packageJson.version,
      description:
        'Figures, rows, dashboards and their data for programs. Alone on one machine there are no accounts, and everything may be asked from that machine.',
    },
    servers: [{ url: '/' }],
    security: [{ token: [] }, { session: [] }],
    paths,
    components: {
      schemas: { ...requests.components, ...answers.components },
      responses: {
        Refused: {
          description: 'Refused or failed: a code and a sentence',
          content: { 'application/json': { schema: { $ref: '#/components/schemas/Error' } } },
        },
      },
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer', description: 'A token for scripts' },
        session: { type: 'apiKey', in: 'cookie', name: 'dathen.session_token' },
      },
    },
  };
}
