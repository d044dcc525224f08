import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { get as plainGet, type IncomingMessage } from 'node:http';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ownCertificates, ownNames } from '../src/certificates.ts';
import { freePort, startProcess } from './started.ts';

const folder = () => mkdtempSync(join(tmpdir(), 'plumb-https-'));

const read = (answer: IncomingMessage) =>
  new Promise<{ status: number; headers: IncomingMessage['headers']; body: string }>((resolve) => {
    let body = '';
    answer.on('data', (chunk) => (body += String(chunk)));
    answer.on('end', () =>
      resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body }),
    );
  });
const secure = (url: string, ca: string) =>
  new Promise<Awaited<ReturnType<typeof read>>>((resolve, reject) => {
    get(url, { ca }, (answer) => void read(answer).then(resolve)).on('error', reject);
  });
const plain = (url: string) =>
  new Promise<Awaited<ReturnType<typeof read>>>((resolve, reject) => {
    plainGet(url, (answer) => void read(answer).then(resolve)).on('error', reject);
  });

describe('certificates made on the spot', () => {
  it('name every address of this computer, are signed by an authority that stays, and are renewed in time', async () => {
    const dir = folder();
    const now = new Date('2026-01-05T09:00:00.000Z');
    const first = await ownCertificates(dir, now);
    const authority = new X509Certificate(first.authority!);
    const own = new X509Certificate(first.cert);
    expect(authority.ca).toBe(true);
    expect(own.ca).toBe(false);
    expect(own.checkIssued(authority)).toBe(true);
    expect(own.verify(authority.publicKey)).toBe(true);
    expect(own.checkHost('localhost')).toBe('localhost');
    for (const ip of ownNames().addresses) expect(own.checkIP(ip)).toBe(ip);
    // Phones take no server certificate of more than 398 days (requirement of browser makers, from memory).
    expect(Date.parse(own.validTo) - Date.parse(own.validFrom)).toBeLessThan(398 * 86_400_000);
    expect(await ownCertificates(dir, now)).toEqual(first);
    const later = await ownCertificates(dir, new Date('2027-01-20T09:00:00.000Z'));
    expect(later.authority).toBe(first.authority);
    expect(later.cert).not.toBe(first.cert);
  });
});

describe('the server with --https', () => {
  it('answers securely to who trusts its authority, and hands that out with a page that explains it', async () => {
    const dir = folder();
    const port = await freePort();
    const trust = await freePort();
    const { child, ended } = startProcess(join(dir, 'own.sqlite'), port, {
      HTTPS: '1',
      TRUST_PORT: String(trust),
    });
    const address = `https://localhost:${port}`;
    let ca = '';
    for (let n = 0; n < 200 && !ca; n += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      ca = await plain(`http://127.0.0.1:${trust}/trust/zither-plumb.crt`).then(
        (a) => a.body,
        () => '',
      );
    }
    expect(ca).toBe(readFileSync(join(dir, 'https/authority.crt'), 'utf8'));
    expect(ca).not.toContain('PRIVATE');
    expect((await secure(`${address}/api/health`, ca)).status).toBe(200);
    // Who does not trust it gets nothing.
    await expect(
      new Promise((resolve, reject) => get(`${address}/api/health`, resolve).on('error', reject)),
    ).rejects.toThrow();
    const page = await plain(`http://127.0.0.1:${trust}/trust`);
    expect(page.body).toContain(`https://127.0.0.1:${port}/`);
    expect(page.body).toContain('href="/trust/zither-plumb.crt"');
    // An address of the app leads to the same one, secure; the database is not to be had here.
    const led = await plain(`http://127.0.0.1:${trust}/clients`);
    expect([led.status, led.headers.location]).toEqual([302, `https://127.0.0.1:${port}/clients`]);
    expect((await plain(`http://127.0.0.1:${trust}/api/clients`)).status).toBe(302);
    child.kill('SIGTERM');
    expect(await ended).toBe(0);
  }, 30_000);

  it('takes given certificates, and says so in a sentence where they cannot be read', async () => {
    const dir = folder();
    const made = await ownCertificates(join(dir, 'made'), new Date());
    writeFileSync(join(dir, 'a.crt'), made.cert);
    writeFileSync(join(dir, 'a.key'), made.key);
    const port = await freePort();
    const { child, ended } = startProcess(join(dir, 'own.sqlite'), port, {
      TLS_CERT: join(dir, 'a.crt'),
      TLS_KEY: join(dir, 'a.key'),
    });
    let status = 0;
    for (let n = 0; n < 200 && status !== 200; n += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      status = await secure(`https://localhost:${port}/api/health`, made.authority!).then(
        (a) => a.status,
        () => 0,
      );
    }
    expect(status).toBe(200);
    child.kill('SIGTERM');
    await ended;
    const lost = startProcess(join(dir, 'own.sqlite'), port, {
      TLS_CERT: join(dir, 'gone.crt'),
      TLS_KEY: join(dir, 'a.key'),
    });
    expect(await lost.ended).toBe(1);
    expect(lost.said()).toMatch(/^The certificate .*gone\.crt or its key .* cannot be read\.\n$/);
  }, 30_000);
});
