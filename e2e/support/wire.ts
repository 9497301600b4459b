/** A wire to another server that tests can cut, hold and mend: for databases that go away and come back. */
import net from 'node:net';

export class Wire {
  private readonly ends = new Set<net.Socket>();
  private server: net.Server | undefined;
  private isHeld = false;

  private constructor(
    private readonly to: number,
    readonly port: number,
  ) {}

  /** One to a port of this machine, laid to a free port. */
  static async to(port: number): Promise<Wire> {
    const free = await new Promise<number>((resolve) => {
      const probe = net.createServer().listen(0, '127.0.0.1', () => {
        const address = probe.address() as net.AddressInfo;
        probe.close(() => resolve(address.port));
      });
    });
    const wire = new Wire(port, free);
    await wire.mend();
    return wire;
  }

  /** Nothing goes through, and nobody is told. */
  hold(): void {
    this.isHeld = true;
    for (const end of this.ends) end.pause();
  }

  /** What was connected is not any more, and nothing new is. */
  async cut(): Promise<void> {
    const { server } = this;
    this.server = undefined;
    for (const end of this.ends) end.destroy();
    this.ends.clear();
    await new Promise<void>((resolve) => (server ? server.close(() => resolve()) : resolve()));
  }

  /** All is as it was. */
  async mend(): Promise<void> {
    this.isHeld = false;
    for (const end of this.ends) end.resume();
    if (this.server) return;
    const server = net.createServer((near) => {
      const far = net.connect(this.to, '127.0.0.1');
      for (const [end, other] of [
        [near, far],
        [far, near],
      ] as const) {
        this.ends.add(end);
        end.on('error', () => other.destroy());
        end.on('close', () => {
          this.ends.delete(end);
          other.destroy();
        });
        end.pipe(other);
        if (this.isHeld) end.pause();
      }
    });
    this.server = server;
    await new Promise<void>((resolve) => server.listen(this.port, '127.0.0.1', resolve));
  }
}
