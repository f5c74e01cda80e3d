import type { NextConfig } from 'next'

const config: NextConfig = {
  compiler: { styledComponents: true },
  serverExternalPackages: ['sqlite3', 'sequelize', 'umzug', 'pino', 'sharp', 'pdf-lib'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // On every answer, pages, files and refusals alike; pages get their content security policy in proxy.ts.
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'x-content-type-options', value: 'nosniff' },
        { key: 'referrer-policy', value: 'no-referrer' },
        { key: 'cross-origin-resource-policy', value: 'same-origin' },
        { key: 'cross-origin-opener-policy', value: 'same-origin' },
      ],
    },
  ],
}

export default config
