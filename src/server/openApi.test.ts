/** The document of the interface: complete, and without loose ends. What it says is compared with answers in the browser tests. */
import { OPERATIONS } from '../contract/operations';
import { ROUTE_RIGHTS } from './accounts/routeRights';
import { openApiDocument } from './openApi';

const document = openApiDocument() as {
  readonly paths: Record<string, Record<string, { readonly parameters?: { name: string; in: string }[] }>>;
  readonly components: { readonly schemas: Record<string, object> };
};

test('every route that is there is described, and no other', () => {
  expect(Object.keys(OPERATIONS).sort()).toEqual(Object.keys(ROUTE_RIGHTS).sort());
  const described = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
  );
  expect(described).toHaveLength(Object.keys(ROUTE_RIGHTS).length);
});

test('what an address leaves open are its parameters', () => {
  for (const [path, methods] of Object.entries(document.paths))
    for (const operation of Object.values(methods))
      expect(
        (operation.parameters ?? []).filter((part) => part.in === 'path').map(({ name }) => name),
      ).toEqual([...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name));
});

test('every reference leads to a schema, and none to itself', () => {
  const text = JSON.stringify(document);
  const referred = new Set([...text.matchAll(/"#\/components\/schemas\/(\w+)"/g)].map(([, name]) => name!));
  expect([...referred].filter((name) => !(name in document.components.schemas))).toEqual([]);
  expect(text).not.toContain('$defs');
  for (const [name, schema] of Object.entries(document.components.schemas))
    expect([name, '$ref' in schema]).toEqual([name, false]);
});

test('what may be left out of a request is always in an answer', () => {
  const required = (name: string) =>
    (document.components.schemas[name] as { required: readonly string[] }).required;
  expect(required('Document')).toContain('baselines');
  expect(required('DocumentAsked')).not.toContain('baselines');
});
