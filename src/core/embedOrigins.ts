/** Origins of pages that may show dashboards in frames of theirs. */

/** Whether a text is an origin and nothing more: "https://board.example", "http://127.0.0.1:8080". */
export function isOrigin(text: string): boolean {
  // What an address may hold elsewhere, such as a semicolon, would end the place where origins are listed.
  return (
    /^https?:\/\/(?:[\w.-]+|\[[\da-f:]+\])(?::\d+)?$/i.test(text) &&
    URL.canParse(text) &&
    new URL(text).origin === text
  );
}

/** The origins of a list with spaces between; what is none is left out. */
export const originsFrom = (text: string | undefined): string[] =>
  (text ?? '').split(/\s+/).filter((entry) => isOrigin(entry));
