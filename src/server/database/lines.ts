/** Rows as lines of text, as LOAD DATA reads them. */

const ESCAPES: Readonly<Record<string, string>> = {
  '\\': '\\\\',
  '\t': '\\t',
  '\n': '\\n',
  '\r': '\\r',
  '\0': '\\0',
};

/** The cell of a blank. */
export const BLANK_CELL = '\\N';

/** A text as a cell. */
export const textCell = (text: string): string => text.replace(/[\\\t\n\r\0]/g, (sign) => ESCAPES[sign]!);

/** What stands behind the table's name in LOAD DATA, before the columns. */
export const LINE_FORM = `FIELDS TERMINATED BY '\\t' ESCAPED BY '\\\\' LINES TERMINATED BY '\\n'`;
