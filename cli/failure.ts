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

const cannotWrite = (path: string | undefined) =>
  `${path ?? 'A file'} cannot be written. Check who owns it and whether the disk is read-only.`;

/** Turns errors of the file system into sentences. */
export function sentenceFor(error: unknown): string {
  const { code, path, message, syscall } = error as NodeJS.ErrnoException;
  // Making folders on a read-only disk is told as a missing folder.
  if (code === 'ENOENT' && syscall === 'mkdir') return cannotWrite(path);
  switch (code) {
    case 'ENOSPC':
      return `The disk is full${path ? ` (${path})` : ''}. Free some space, then start again; nothing is lost.`;
    case 'EROFS':
    case 'EACCES':
    case 'EPERM':
      return cannotWrite(path);
    default:
      return message;
  }
}
