import { type RequestListener, createServer, type Server } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';

/** The addresses of this machine in its networks, IPv4. */
export function lanAddresses(): readonly string[] {
  return Object.values(networkInterfaces()).flatMap((all = []) => all.flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : [])));
}

/** How other devices may name this machine. */
export function lanHosts(port: number): readonly string[] {
  return [...lanAddresses(), `${hostname().split('.')[0]?.toLowerCase() ?? 'fellmist'}.local`].map((host) => `${host}:${port}`);
}

/** The door to the home network: a server on each address of this machine, open while sharing is on. */
export class LanDoor {
  private readonly servers = new Map<string, Server>();

  constructor(
    private readonly serve: RequestListener,
    private readonly port: () => number,
    private readonly opened: (server: Server) => void,
  ) {}

  /** Opens or closes as it should be, and follows addresses that changed. */
  settle(isOn: boolean): void {
    const wanted = new Set(isOn ? lanAddresses() : []);
    for (const [address, server] of this.servers) {
      if (wanted.has(address)) continue;
      server.close();
      server.closeAllConnections();
      this.servers.delete(address);
    }
    for (const address of wanted) {
      if (this.servers.has(address)) continue;
      const server = createServer(this.serve);
      server.on('error', () => this.servers.delete(address));
      this.opened(server);
      this.servers.set(address, server.listen(this.port(), address));
    }
  }
}
