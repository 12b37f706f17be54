import type { NextConfig } from 'next';

/** Headers that do not depend on the request; the Content-Security-Policy, with its nonce, is in src/proxy.ts. */
const headers = [
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
];

/** What the proxy does not see keeps to this: scripts that run as workers, and answers. */
const policy = [
  { key: 'Content-Security-Policy', value: "default-src 'self'; object-src 'none'; frame-ancestors 'none'" },
];

const config: NextConfig = {
  poweredByHeader: false,
  devIndicators: false,
  // No image goes through the server's image service: it is off.
  images: { unoptimized: true },
  productionBrowserSourceMaps: false,
  // `npm run check` runs the type checker by itself, once.
  typescript: { ignoreBuildErrors: true },
  turbopack: { resolveAlias: { 'next/dist/compiled/buffer': { browser: './scripts/no-buffer.mjs' } } },
  outputFileTracingIncludes: { '/api/**': ['./firmware/*', './demo/*.json', './demo/*.csv'] },
  // What is no page of its own (a file that is looked at) is asked for by this name.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
  headers: async () => [
    { source: '/:path*', headers },
    ...['/_next/:path*', '/api/:path*', '/icon.svg'].map((source) => ({ source, headers: policy })),
  ],
};

export default config;
