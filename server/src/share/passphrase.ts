import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** scrypt as OWASP's password storage cheat sheet has it: N = 2^17, r = 8, p = 1; about 128 MB and a fifth of a second for each try. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 2 ** 20 } as const;
const BYTES = 32;

/** Length that a passphrase must have at least (OWASP ASVS 5, 6.2.1) and may have at most, characters. */
export const PASSPHRASE = { least: 10, most: 200 } as const;

function derive(passphrase: string, salt: Buffer): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    // However a keyboard writes a letter with its accent, it is the same letter.
    scrypt(passphrase.normalize('NFKC'), salt, BYTES, COST, (error, key) => (error ? reject(error) : resolve(key)));
  });
}

/** A passphrase as it is kept: salt and key, base64. */
export async function hashPassphrase(passphrase: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt$${salt.toString('base64')}$${(await derive(passphrase, salt)).toString('base64')}`;
}

/** Whether a passphrase is the one that was kept; in the same time whether it is or not. */
export async function isPassphrase(passphrase: string, kept: string): Promise<boolean> {
  const [, salt = '', key = ''] = kept.split('$');
  const expected = Buffer.from(key, 'base64');
  const derived = await derive(passphrase, Buffer.from(salt, 'base64'));
  return expected.length === derived.length && timingSafeEqual(expected, derived);
}
