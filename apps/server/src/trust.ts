import { createServer, type Server } from 'node:http';
import { sayTrustPage } from '@zither/words/trust';

/**
 * A small server without encryption beside the real one: it hands the house's authority to the phones, says how to trust it, and leads to
 * the secure address. Nothing else is served here.
 */
export function trustServer(authority: string, secureAddress: (host: string) => string): Server {
  return createServer((request, response) => {
    const host = (request.headers.host ?? 'localhost').replace(/:\d+$/, '');
    const path = (request.url ?? '/').split('?')[0];
    response.setHeader('cache-control', 'no-store');
    response.setHeader('x-content-type-options', 'nosniff');
    if (request.method !== 'GET' && request.method !== 'HEAD') {
      response.writeHead(405).end();
      return;
    }
    if (path === '/trust/zither-plumb.crt') {
      response.setHeader('content-type', 'application/x-x509-ca-cert');
      response.setHeader('content-disposition', 'attachment; filename="zither-plumb.crt"');
      response.end(authority);
      return;
    }
    if (path === '/' || path === '/trust') {
      response.setHeader('content-type', 'text/html; charset=utf-8');
      response.setHeader(
        'content-security-policy',
        "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
      );
      response.end(sayTrustPage(secureAddress(host)));
      return;
    }
    // Any other address was meant for the app: the same one, secure.
    response.writeHead(302, { location: `${secureAddress(host)}${path ?? '/'}` }).end();
  });
}
