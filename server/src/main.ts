import { type Server } from 'node:http';
import { join } from 'node:path';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { pino } from 'pino';
import { buildApp } from './app';
import { setTable } from './demo/setTable';
import { shelfLookup } from './devices/labelLookup';
import { SimulatedProbe } from './devices/probe';
import { SimulatedScale } from './devices/scale';
import { openStore, type Store } from './store/database';
import { openLarderStore } from './store/larderStore';

const root = process.env['FELLMIST_ROOT'] ?? process.cwd();
const dataFolder = process.env['FELLMIST_DATA'] ?? join(root, 'data-home');
const port = Number(process.env['FELLMIST_PORT'] ?? 4600);
const demo = process.env['FELLMIST_DEMO'] === '1';
const log = pino({ level: process.env['FELLMIST_LOG'] ?? 'warn' });
const now = (): string => new Date().toISOString();

function openOrSay(): Store {
  try {
    return openStore(join(dataFolder, 'fellmist.db'), join(root, 'server', 'migrations'), now);
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    return process.exit(1);
  }
}

const db = openOrSay();
const shipped = loadShippedLarder(join(root, 'data'));
const larderStore = openLarderStore(db, shipped, now);
const vessels = loadVessels(join(root, 'data'));
if (demo) setTable(larderStore, shipped, vessels, join(root, 'data'));
const labels = shelfLookup(join(root, 'data', 'label-shelf.json'));

const scale = new SimulatedScale(Math.random);
const probe = new SimulatedProbe(Math.random);

const app = buildApp({ larderStore, labels, scale, probe, vessels, webRoot: join(root, 'dist', 'web', 'browser'), log, now });
const server: Server = app.listen(port, '127.0.0.1');

server.on('listening', () => {
  const address = server.address();
  const open = typeof address === 'object' && address ? address.port : port;
  process.stdout.write(`Fellmist is open at http://localhost:${open}${demo ? ' (demo household)' : ''}\n`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  const words =
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken. Stop what uses it, or choose another: FELLMIST_PORT=${port + 1} npm ${demo ? 'run demo' : 'start'}`
      : `Fellmist cannot listen on port ${port}: ${error.message}`;
  process.stderr.write(`${words}\n`);
  db.close();
  process.exitCode = 1;
});

function close(): void {
  server.close(() => {
    db.close();
    process.exit(0);
  });
  server.closeAllConnections();
}
process.on('SIGINT', close);
process.on('SIGTERM', close);
