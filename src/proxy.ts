import { NextResponse, type NextRequest } from 'next/server';
import { accessFault, stranger } from './server/access';

/** What a page is asked by. */
const METHODS = ['GET', 'HEAD'];

/**
 * Answers only who may ask (server/access.ts), and gives every page a strict Content-Security-Policy with a fresh nonce: nothing
 * from elsewhere, no inline script without the nonce, no eval. Inline style attributes are allowed; style sheets need the nonce as well.
 */
export function proxy(request: NextRequest): Response {
  const fault = accessFault(request.headers, false);
  if (fault) return stranger(fault);
  return METHODS.includes(request.method)
    ? withPolicy(request)
    : new Response(null, { status: 405, headers: { allow: METHODS.join(', ') } });
}

function withPolicy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const evalInDevelopment = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : '';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${evalInDevelopment}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

/** Routes under /api check for themselves who asks: the framework would cut their bodies at 10 MB for a proxy. */
export const config = { matcher: ['/((?!api/|_next/static|_next/image|icon.svg).*)'] };
