import type { NextConfig } from 'next'

const config: NextConfig = {
  compiler: { styledComponents: true },
  serverExternalPackages: ['sqlite3', 'sequelize', 'umzug', 'pino', 'sharp', 'pdf-lib'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
}

export default config
