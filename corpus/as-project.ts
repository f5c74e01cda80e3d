import { addSource } from '../src/core/binding/add-source'
import { emptyProject, type Project } from '../src/core/document/project'
import type { TrueLine } from './draw'

/** Lines whose roles are known as a project, each role on a layer of its name. */
export function asProject(name: string, lines: readonly TrueLine[]): Project {
  const drawing = {
    artwork: { width: 1000, height: 1000 },
    scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
    lines: lines.map(({ d, role }, element) => ({
      d,
      look: { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [role] },
      label: null,
      element,
      fillRule: 'nonzero' as const,
    })),
    findings: [],
  }
  return addSource(emptyProject(name), drawing, { id: 's', name, format: 'svg', bytes: 1 })[0]
}
