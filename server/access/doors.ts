import type { Server } from 'node:http';
import type { Db } from '../db';
import { ownAddresses } from './who';

const SETTING = 'phones';

/**
 * The addresses by which other machines join. A server that was started for this machine alone listens on its network
 * addresses as well once somebody on the machine lets phones in, until that is taken back; a restart keeps it. Codes and
 * the passphrase guard what is behind.
 */
export class Doors {
  private servers: Server[] = [];

  /** `listen` serves one address of this machine. */
  constructor(
    private readonly db: Db,
    private readonly listen: (address: string) => Promise<Server>,
    private readonly addresses: () => string[] = ownAddresses,
  ) {}

  get isOpen(): boolean {
    return this.servers.length > 0;
  }

  /** Whether phones had been let in when the server last ran. */
  wasOpen = (): boolean =>
    this.db.prepare('SELECT 1 FROM access_setting WHERE name = ?').get(SETTING) !== undefined;

  /** Listens on every network address of this machine. Errors: throws where there is none, or one is taken. */
  async open(): Promise<void> {
    if (this.isOpen) return;
    const addresses = this.addresses();
    if (addresses.length === 0) throw new NoNetwork();
    const tried = await Promise.allSettled(addresses.map((address) => this.listen(address)));
    const servers = tried.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
    const failed = tried.find((one) => one.status === 'rejected');
    // Half open is not open.
    if (failed) {
      servers.forEach((server) => server.close());
      throw failed.reason;
    }
    this.servers = servers;
    this.db.prepare("INSERT OR REPLACE INTO access_setting VALUES (?, '1')").run(SETTING);
  }

  /** Answers this machine alone again: who is connected from elsewhere is cut off. */
  shut(): void {
    this.db.prepare('DELETE FROM access_setting WHERE name = ?').run(SETTING);
    this.close();
  }

  /** Stops listening, as the server ends; the next start listens again. */
  close(): void {
    for (const server of this.servers) {
      server.close();
      server.closeAllConnections();
    }
    this.servers = [];
  }
}

/** This machine is in no network. */
export class NoNetwork extends Error {}
