/** A column that holds JSON: checked by its schema whenever it is read and written. */
import { customType } from 'drizzle-orm/mysql-core';
import type { z } from 'zod';

/** A long text column with JSON of a schema. Reading what does not fit throws a Zod error: the row was spoilt. */
export function jsonColumn<S extends z.ZodType>(name: string, schema: S) {
  return customType<{ data: z.infer<S>; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(schema.parse(value)),
    fromDriver: (text) => schema.parse(JSON.parse(text)),
  })(name);
}
