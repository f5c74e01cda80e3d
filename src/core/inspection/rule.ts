import type { Finding, Project } from '../document/schema'

/** One thing that the inspection looks for. Adding one is a new file here and a line in the list. */
export type Rule = (project: Project) => Finding[]
