/** A command cannot go on, for a reason that one sentence tells. */
export class CommandFailure extends Error {
  constructor(
    message: string,
    /** 2 for wrong usage, 1 for everything else. */
    readonly exitCode: 1 | 2 = 1,
  ) {
    super(message);
    this.name = 'CommandFailure';
  }
}

/** Turns errors of the file system into sentences. */
export function sentenceFor(error: unknown): string {
  const { code, path, message } = error as NodeJS.ErrnoException;
  switch (code) {
    case 'ENOSPC':
      return `The disk is full${path ? ` (${path})` : ''}. Free some space, then start again; nothing is lost.`;
    case 'EROFS':
    case 'EACCES':
    case 'EPERM':
      return `${path ?? 'A file'} cannot be written. Check who owns it and whether the disk is read-only.`;
    default:
      return message;
  }
}
