/** The interface for programs as its OpenAPI document describes it: as much of its form as tests read. */
interface Content {
  readonly schema?: object;
}
interface Answer {
  readonly content?: Readonly<Record<string, Content>>;
}
export interface Described {
  readonly parameters?: readonly {
    readonly name: string;
    readonly in: 'path' | 'query';
    readonly required: boolean;
    readonly schema: object;
  }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, Content>> };
  readonly responses: Readonly<Record<string, Answer>>;
  readonly security?: readonly object[];
}
export interface OpenApi {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Described>>>>;
  readonly components: {
    readonly schemas: Readonly<Record<string, object>>;
    readonly responses: Readonly<Record<string, Answer>>;
  };
}

/** An address with its open parts filled in. */
export const addressIn = (path: string, parts: Readonly<Record<string, string | number>> = {}) =>
  path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(parts[name] ?? name)));
