import { readFileSync } from 'node:fs';
import { createServer, type RequestListener } from 'node:http';
import { join } from 'node:path';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { pino } from 'pino';
import { buildApp } from './app';
import { Copies } from './copies/copies';
import { lockFolder } from './copies/folderLock';
import { Machine } from './copies/machine';
import { setTable } from './demo/setTable';
import { shelfLookup } from './devices/labelLookup';
import { SimulatedProbe } from './devices/probe';
import { SimulatedScale } from './devices/scale';
import { Closing } from './http/closing';
import { endStreams } from './http/stream';
import { LanDoor, lanHosts } from './share/lan';
import { Share } from './share/share';
import { openStore } from './store/database';
import { listHousehold, openLarderStore } from './store/larderStore';
import { Shelf } from './store/shelf';
import { StoreFault } from './store/storeFault';

const root = process.env['FELLMIST_ROOT'] ?? process.cwd();
const dataFolder = process.env['FELLMIST_DATA'] ?? join(root, 'data-home');
const demo = process.env['FELLMIST_DEMO'] === '1';
const log = pino({ level: process.env['FELLMIST_LOG'] ?? 'warn' }, pino.destination({ dest: 2, sync: true }));
const now = (): string => new Date().toISOString();
const migrations = join(root, 'server', 'migrations');
const HOUR_MS = 3_600_000;

function stop(words: string): never {
  process.stderr.write(`${words}\n`);
  return process.exit(1);
}

function portOf(text: string): number {
  const port = /^\d{1,5}$/.test(text.trim()) ? Number(text) : Number.NaN;
  return port <= 65_535 ? port : stop(`FELLMIST_PORT is “${text}”; a port is a whole number up to 65535, such as 4600.`);
}

/** The household of a folder that no other server holds, or words for why there is none. */
function openHousehold() {
  try {
    const unlock = lockFolder(dataFolder);
    const machine = new Machine(dataFolder);
    const db = openStore(join(dataFolder, 'fellmist.db'), migrations, now, machine.copiesFolder);
    return { db, machine, unlock };
  } catch (error) {
    return stop(error instanceof StoreFault ? error.message : `Fellmist could not open ${dataFolder}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

const port = portOf(process.env['FELLMIST_PORT'] ?? '4600');
const { db, machine, unlock } = openHousehold();
const shipped = loadShippedLarder(join(root, 'data'));
const copies = new Copies(db, machine, migrations, now, (household) => listHousehold(household, shipped.wordGroups, now));
const vessels = loadVessels(join(root, 'data'));
const labels = shelfLookup(join(root, 'data', 'label-shelf.json'));
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };
const scale = new SimulatedScale(Math.random);
const probe = new SimulatedProbe(Math.random);

function originOf(text: string | undefined): string | undefined {
  if (text === undefined || text === '') return undefined;
  const isOrigin = URL.canParse(text) && /^https?:$/.test(new URL(text).protocol);
  return isOrigin ? new URL(text).origin : stop(`FELLMIST_ORIGIN is “${text}”; it is where a proxy stands, such as https://kitchen.home:8443.`);
}

let openPort = port;
const share = new Share(machine, now, () => lanHosts(openPort), originOf(process.env['FELLMIST_ORIGIN']));
if (process.env['FELLMIST_SHARE'] === '1' && !share.isWanted) machine.settle({ isShared: true });

/** The application on the household as it lies now: whatever was kept of another one is gone with it. */
function openApp() {
  const larderStore = openLarderStore(db, shipped, now);
  const shelf = new Shelf(larderStore);
  return {
    larderStore,
    shelf,
    app: buildApp({
      tableWorker: new URL('tableWorker.mjs', import.meta.url),
      larderStore,
      shelf,
      copies,
      share: { share, changed: () => lan.settle(share.isOn) },
      version,
      labels,
      scale,
      probe,
      vessels,
      webRoot: join(root, 'dist', 'web', 'browser'),
      log,
      now,
    }),
  };
}

/** A hand needs about so long from the printed address to the open page; whoever is quicker is answered first. */
const OPEN_AHEAD_MS = 1000;

/** What the shelf shows first is worked out before anybody asks. */
function openShelf(): void {
  setTimeout(() => {
    try {
      if (db.open) opened.shelf.open();
    } catch (error) {
      // Whoever asks for the shelf is told in words; the server stays.
      log.warn({ err: error }, 'the shelf could not be opened ahead');
    }
  }, OPEN_AHEAD_MS).unref();
}

let opened = openApp();
if (demo) setTable(opened.larderStore, shipped, vessels, join(root, 'data'));
copies.restored = () => {
  opened = openApp();
  endStreams();
  openShelf();
};

const serve: RequestListener = (request, response) => void opened.app(request, response);
const server = createServer(serve);
const closing = new Closing();
closing.watch(server);
const lan = new LanDoor(
  serve,
  () => openPort,
  (one) => closing.watch(one),
);
const MINUTE_MS = 60_000;

async function close(): Promise<void> {
  lan.settle(false);
  await closing.close();
  db.close();
  unlock();
  process.exit(0);
}

server.on('listening', () => {
  const address = server.address();
  openPort = typeof address === 'object' && address ? address.port : port;
  process.stdout.write(`Fellmist is open at http://localhost:${openPort}${demo ? ' (demo household)' : ''}\n`);
  if (share.isOn) process.stdout.write(`Shared with the home network at ${share.page().addresses.join(', ')}\n`);
  else if (share.isWanted) process.stdout.write('Sharing waits for a passphrase: choose one in the House on this machine.\n');
  openShelf();
  lan.settle(share.isOn);
  // Addresses of a home network come and go.
  setInterval(() => lan.settle(share.isOn), MINUTE_MS).unref();
  void copies.daily();
  setInterval(() => void copies.daily(), HOUR_MS).unref();
});

server.on('error', (error: NodeJS.ErrnoException) => {
  const words =
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken. Stop what uses it, or choose another: FELLMIST_PORT=${port + 1} npm ${demo ? 'run demo' : 'start'}`
      : `Fellmist cannot listen on port ${port}: ${error.message}`;
  process.stderr.write(`${words}\n`);
  db.close();
  unlock();
  process.exitCode = 1;
});

server.listen(port, '127.0.0.1');
process.on('SIGINT', () => void close());
process.on('SIGTERM', () => void close());
