import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { type SharedDevice, type SharePage } from '@fellmist/contract';
import { type Machine } from '../copies/machine';
import { hashPassphrase, isPassphrase } from './passphrase';

/** Devices that are let in at most; the one that was away longest gives way. */
const MOST_DEVICES = 40;
/** A device that was not here for so long has to give the passphrase again, days. */
const AWAY_DAYS = 90;
/** When a device was last here is written down at most so often, milliseconds: not with every request. */
const SEEN_EVERY_MS = 3_600_000;

const digestOf = (token: string): string => createHash('sha256').update(token).digest('base64');

/** Who of the home network is let in: the passphrase, and the devices that gave it. */
export class Share {
  constructor(
    private readonly machine: Machine,
    private readonly now: () => string,
    /** Where it can be reached from other devices, with its port: addresses and names. */
    readonly hosts: () => readonly string[],
    /** Where a proxy with TLS stands before it, its origin. */
    readonly origin?: string,
  ) {}

  get isOn(): boolean {
    const { isShared, passphrase } = this.machine.settings;
    return Boolean(isShared && passphrase);
  }

  get isWanted(): boolean {
    return this.machine.settings.isShared ?? false;
  }

  page(token?: string): SharePage {
    const { passphrase, devices = [] } = this.machine.settings;
    const mine = token === undefined ? undefined : digestOf(token);
    return {
      isOn: this.isOn,
      hasPassphrase: passphrase !== undefined,
      addresses: this.isOn ? [...(this.origin === undefined ? [] : [this.origin]), ...this.hosts().map((host) => `http://${host}`)] : [],
      devices: devices.map(({ id, name, since, seen, digest }): SharedDevice => ({ id, name, since, seen, isThis: digest === mine })),
    };
  }

  /** Switches sharing, with a new passphrase where one is given; a new one sends every device away. */
  async settle(isShared: boolean, passphrase?: string): Promise<void> {
    this.machine.settle({ isShared, ...(passphrase === undefined ? {} : { passphrase: await hashPassphrase(passphrase), devices: [] }) });
  }

  /** What a device carries from now on; undefined where the passphrase is another. */
  async enter(passphrase: string, name: string): Promise<string | undefined> {
    const kept = this.machine.settings.passphrase;
    if (!this.isOn || kept === undefined || !(await isPassphrase(passphrase, kept))) return undefined;
    const token = randomBytes(32).toString('base64url');
    const at = this.now();
    const devices = [...(this.machine.settings.devices ?? [])].sort((a, b) => b.seen.localeCompare(a.seen)).slice(0, MOST_DEVICES - 1);
    this.machine.settle({ devices: [...devices, { id: randomUUID(), digest: digestOf(token), name, since: at, seen: at }] });
    return token;
  }

  /** Whether a device that carries this is let in. */
  isIn(token: string | undefined): boolean {
    if (!this.isOn || token === undefined) return false;
    const digest = digestOf(token);
    const devices = this.machine.settings.devices ?? [];
    const device = devices.find((one) => one.digest === digest);
    if (!device) return false;
    const awayMs = Date.parse(this.now()) - Date.parse(device.seen);
    if (awayMs > AWAY_DAYS * 86_400_000) return false;
    if (awayMs > SEEN_EVERY_MS) this.machine.settle({ devices: devices.map((one) => (one === device ? { ...one, seen: this.now() } : one)) });
    return true;
  }

  /** Sends a device away, by its id or by what it carries. */
  sendAway(of: { readonly id: string } | { readonly token: string }): boolean {
    const devices = this.machine.settings.devices ?? [];
    const left = devices.filter((one) => ('id' in of ? one.id !== of.id : one.digest !== digestOf(of.token)));
    if (left.length === devices.length) return false;
    this.machine.settle({ devices: left });
    return true;
  }
}
