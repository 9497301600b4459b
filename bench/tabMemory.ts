/** Memory of the browser's tabs that a bench has open. */
import { readdirSync, readFileSync } from 'node:fs';

interface Running {
  readonly pid: number;
  readonly parent: number;
  /** In MB. */
  readonly resident: number;
  readonly command: string;
}

function running(): Running[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((name) => {
      try {
        const status = readFileSync(`/proc/${name}/status`, 'utf8');
        const number = (field: string) => Number(new RegExp(`${field}:\\s+(\\d+)`).exec(status)?.[1] ?? 0);
        return [
          {
            pid: Number(name),
            parent: number('PPid'),
            resident: number('VmRSS') / 1024,
            command: readFileSync(`/proc/${name}/cmdline`, 'utf8'),
          },
        ];
      } catch {
        // It has ended meanwhile.
        return [];
      }
    });
}

/** Resident memory in MB, with workers, of the largest tab below this process. */
export function tabMemory(): number {
  const all = new Map(running().map((each) => [each.pid, each]));
  const isOwn = ({ pid, parent }: Running): boolean => {
    if (pid === process.pid) return true;
    const above = all.get(parent);
    return above !== undefined && isOwn(above);
  };
  const tabs = [...all.values()].filter((each) => each.command.includes('--type=renderer') && isOwn(each));
  return Math.max(0, ...tabs.map(({ resident }) => resident));
}
