import type { Finding } from '../document/findings'
import type { Project } from '../document/project'

/** What a finding is known by when a person leaves it as it is: rule and place, not its wording. */
export const keyOf = ({ rule, lines, pieces }: Finding): string =>
  `${rule} ${pieces.length} ${pieces.slice(0, 3).join(' ')} ${lines.length} ${lines.slice(0, 3).join(' ')}`.slice(
    0,
    200,
  )

/** Findings that ask for something: no notes, and none that was left as it is. */
export const openFindings = (project: Pick<Project, 'accepted'>, findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.severity !== 'note' && !project.accepted.includes(keyOf(f)))

/** Whether a finding is about what is printed on pieces rather than about their lines. */
export const isAboutArt = ({ rule }: Pick<Finding, 'rule'>): boolean => rule.startsWith('art-')
