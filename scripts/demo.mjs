// Serves the application with its demo data on 127.0.0.1:4810, from a bare clone with only Node.
import { createServer } from 'node:net'
import { build, follow, install, installed, must } from './steps.mjs'

const PORT = 4810

const free = await new Promise((resolve) => {
  const probe = createServer()
  probe.once('error', () => resolve(false))
  probe.listen(PORT, '127.0.0.1', () => probe.close(() => resolve(true)))
})
if (!free) {
  console.error(
    `Port ${PORT} is in use. If Velvet Crease runs already, open http://127.0.0.1:${PORT}; else end that program.`,
  )
  process.exit(1)
}
install()
build()
must(installed('tsx'), ['scripts/migrate.ts'])
must(installed('tsx'), ['demo/seed.ts'])
console.log(`\nVelvet Crease is at http://127.0.0.1:${PORT}\n`)
follow(installed('next'), ['start', '--hostname', '127.0.0.1', '--port', String(PORT)])
