import * as z from 'zod';

/** A device that gave the passphrase. */
export interface SharedDevice {
  readonly id: string;
  readonly name: string;
  readonly since: string;
  readonly seen: string;
  readonly isThis: boolean;
}

/** Who of the home network is let in, and how it is reached from there. */
export interface SharePage {
  readonly isOn: boolean;
  readonly hasPassphrase: boolean;
  readonly addresses: readonly string[];
  readonly devices: readonly SharedDevice[];
}

/** The same as a page is told, and whether it stands on the machine itself, where it can be settled. */
export interface ShareAnswer extends SharePage {
  readonly isHere: boolean;
}

/** Passphrases of ten letters and more that are tried first (from memory), and what somebody would guess of this program. */
const GUESSED =
  /^(?:(.+?)\1+|0?1234567890?|12345678910|qwertyuiop|q1w2e3r4t5|1q2w3e4r5t|1qaz2wsx3edc|asdfghjkl.?|abcdefghij.*|password.{0,4}|passphrase.{0,4}|letmein.{0,4}|iloveyou.{0,4}|.*fellmist.*)$/i;

export const shareSchema = z.strictObject({
  isOn: z.boolean(),
  passphrase: z
    .string()
    .min(10, 'A passphrase has at least ten characters: four words are a good one.')
    .max(200)
    .refine((passphrase) => !GUESSED.test(passphrase.replace(/[\s-]/g, '')), 'That is one of the first that somebody would try. Choose four words that do not belong together.')
    .optional(),
});

export const sessionSchema = z.strictObject({ passphrase: z.string().max(200), name: z.string().trim().max(40).default('') });
export const qrSchema = z.strictObject({ at: z.coerce.number().int().min(0).max(50).default(0) });
