import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { generate } from 'selfsigned';

const DAY_MS = 86_400_000;
/** Phones accept no certificate of a server that holds for longer. */
const SERVER_DAYS = 390;
const OWN_YEARS = 10;

export interface Certificates {
  cert: string;
  key: string;
  /** The house's own authority, to be trusted once on each phone; null where certificates were given. */
  authority: string | null;
}

/** Every name and address this computer is reached by in its own network. */
export function ownNames(): { names: string[]; addresses: string[] } {
  const host = hostname();
  const addresses = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((n) => n.family === 'IPv4')
    .map((n) => n.address);
  return {
    names: ['localhost', host, ...(host.includes('.') ? [] : [`${host}.local`])],
    addresses: [...new Set(['127.0.0.1', ...addresses])],
  };
}

const altNamesOf = ({ names, addresses }: ReturnType<typeof ownNames>) => [
  ...names.map((value) => ({ type: 2 as const, value })),
  ...addresses.map((ip) => ({ type: 7 as const, ip })),
];

/** Whether a kept certificate still holds for these names, and for a while. */
function stillHolds(cert: string, own: ReturnType<typeof ownNames>, now: Date): boolean {
  const read = new X509Certificate(cert);
  return (
    Date.parse(read.validTo) - now.getTime() > 30 * DAY_MS &&
    own.names.every((name) => read.checkHost(name) !== undefined) &&
    own.addresses.every((ip) => read.checkIP(ip) !== undefined)
  );
}

/**
 * Certificates for this computer in its own network: made on the spot, and kept. The authority is made once, so that a phone that trusts it
 * goes on trusting when the address changes.
 */
export async function ownCertificates(folder: string, now: Date): Promise<Certificates> {
  mkdirSync(folder, { recursive: true });
  const file = (name: string) => join(folder, name);
  const read = (name: string) => readFileSync(file(name), 'utf8');
  const keep = (name: string, text: string) => writeFileSync(file(name), text, { mode: 0o600 });
  const own = ownNames();
  const after = (days: number) => new Date(now.getTime() + days * DAY_MS);
  if (!existsSync(file('authority.crt'))) {
    const made = await generate([{ name: 'commonName', value: 'Zither Plumb on this computer' }], {
      keyType: 'ec',
      algorithm: 'sha256',
      notBeforeDate: after(-1),
      notAfterDate: after(OWN_YEARS * 365),
      extensions: [
        { name: 'basicConstraints', cA: true, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    });
    keep('authority.key', made.private);
    keep('authority.crt', made.cert);
  }
  const authority = read('authority.crt');
  if (!existsSync(file('server.crt')) || !stillHolds(read('server.crt'), own, now)) {
    const made = await generate([{ name: 'commonName', value: own.names[1] ?? 'localhost' }], {
      keyType: 'ec',
      algorithm: 'sha256',
      notBeforeDate: after(-1),
      notAfterDate: after(SERVER_DAYS),
      ca: { key: read('authority.key'), cert: authority },
      extensions: [
        { name: 'basicConstraints', cA: false },
        { name: 'keyUsage', digitalSignature: true, keyEncipherment: true },
        { name: 'extKeyUsage', serverAuth: true },
        { name: 'subjectAltName', altNames: altNamesOf(own) },
      ],
    });
    keep('server.key', made.private);
    keep('server.crt', made.cert);
  }
  return { cert: read('server.crt'), key: read('server.key'), authority };
}

/** Reads certificates made elsewhere for this computer. */
export const givenCertificates = (cert: string, key: string): Certificates => ({
  cert: readFileSync(cert, 'utf8'),
  key: readFileSync(key, 'utf8'),
  authority: null,
});

/** Names and addresses of a certificate, without wildcards. */
export const namesIn = (cert: string): string[] =>
  (new X509Certificate(cert).subjectAltName ?? '')
    .split(',')
    .flatMap((name) => /^\s*(?:DNS|IP Address):([^*\s]+)$/.exec(name)?.[1] ?? []);
