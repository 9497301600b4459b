/** Pages may not turn text into code; told so, Zod does not try. It has to be imported before any schema is made. */
import { z } from 'zod';

z.config({ jitless: true });
