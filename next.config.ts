import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  typescript: { ignoreBuildErrors: true }, // checked on its own in "npm test"
  serverExternalPackages: [
    'pg',
    'sharp',
    'pino',
    '@react-pdf/renderer',
    'bwip-js',
    'highs',
    'piscina',
    'rate-limiter-flexible',
    'tesseract.js',
  ],
  experimental: { agentUpgrade: false } as NextConfig['experimental'],
};

export default config;
