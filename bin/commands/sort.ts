import type { Command } from '../command'
import { describeProject, readProject, tellProject } from '../project'

/** Roles, pieces and findings of files. */
export const sort: Command = {
  name: 'sort',
  usage: 'FILE...',
  options: {},
  run: ({ eachFile, reading, json, say }) =>
    eachFile(async (bytes, name) => {
      const told = tellProject(await readProject(bytes, name, reading))
      say(json ? JSON.stringify(told) : describeProject(name, told))
    }),
}
