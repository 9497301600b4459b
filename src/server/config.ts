/** The server's settings, from the environment that `./dathen` prepares. */
import path from 'node:path';
import { z } from 'zod';

const environmentSchema = z.object({
  DATHEN_DB_PORT: z.coerce.number().int(),
  DATHEN_DB_USER: z.string().min(1),
  DATHEN_DB_PASSWORD: z.string().min(1),
  DATHEN_DB_NAME: z.string().regex(/^\w+$/),
  DATHEN_DATA: z.string().min(1),
  /** Largest file that may be sent, and what all files that wait may take together, in MB. */
  DATHEN_UPLOAD_MB: z.coerce.number().int().min(1).default(4096),
  DATHEN_UPLOADS_MB: z.coerce.number().int().min(1).default(16384),
  /** Pins today, for demonstrations and tests. */
  DATHEN_TODAY: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
});

export interface ServerConfig {
  readonly database: {
    readonly port: number;
    readonly user: string;
    readonly password: string;
    readonly name: string;
  };
  /** Folder for uploads and cubes. */
  readonly dataFolder: string;
  /** Bytes of one file that is sent, and of all that wait to be loaded. */
  readonly uploadLimits: { readonly perFile: number; readonly together: number };
  readonly pinnedToday: string | undefined;
}

/** Reads the settings. Throws when `./dathen` did not start this process. */
export function serverConfig(): ServerConfig {
  const environment = environmentSchema.parse(process.env);
  return {
    database: {
      port: environment.DATHEN_DB_PORT,
      user: environment.DATHEN_DB_USER,
      password: environment.DATHEN_DB_PASSWORD,
      name: environment.DATHEN_DB_NAME,
    },
    dataFolder: path.resolve(environment.DATHEN_DATA),
    uploadLimits: {
      perFile: environment.DATHEN_UPLOAD_MB * 1024 ** 2,
      together: environment.DATHEN_UPLOADS_MB * 1024 ** 2,
    },
    pinnedToday: environment.DATHEN_TODAY,
  };
}
