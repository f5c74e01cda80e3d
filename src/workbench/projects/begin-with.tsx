'use client'
import { Image, Layers2, Package, Shapes, Type } from 'lucide-react'
import { useRouter } from 'next/navigation'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { FileButton } from '@/kit/file-button'
import { api } from '../store/api'
import { ACCEPTED } from './use-import'

const Ways = styled.section`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 12px;
  margin-bottom: 34px;
  button {
    display: grid;
    grid-template-columns: auto 1fr;
    align-content: start;
    align-items: center;
    gap: 0 10px;
    padding: 12px 14px;
    text-align: left;
    line-height: 1.25;
  }
  b,
  small {
    grid-column: 2;
  }
  b {
    grid-row: 1;
  }
  svg {
    grid-row: 1 / span 2;
    color: var(--plum);
  }
  small {
    color: var(--ink-soft);
    font-weight: 400;
    font-size: 12.5px;
  }
`

/** What a project begins with that has no drawing yet: the recipe that is set up first, by its name. */
const MADE: readonly { begin: string; icon: ReactNode; title: string; says: string }[] = [
  {
    begin: 'pattern',
    icon: <Package size={22} />,
    title: say`A pattern`,
    says: say`a box, bag or card at your size`,
  },
  {
    begin: 'shape',
    icon: <Shapes size={22} />,
    title: say`A shape`,
    says: say`a rectangle, circle, heart, tag`,
  },
  {
    begin: 'lettering',
    icon: <Type size={22} />,
    title: say`Words`,
    says: say`a name or a greeting to cut or pen`,
  },
]
const PICTURES = '.png,.jpg,.jpeg'

type Props = {
  /** files are taken in, and a station is opened with them */
  onFiles: (files: readonly File[], station: string) => void
  onProblem: (message: string) => void
}

/** Other ways into a project than a drawing that is dropped. */
export function BeginWith({ onFiles, onProblem }: Props) {
  const router = useRouter()
  const begin = async (what: string) => {
    try {
      const { id } = await api.begin()
      router.push(`/projects/${id}/shape?begin=${what}`)
    } catch (error) {
      onProblem((error as Error).message)
    }
  }
  return (
    <Ways aria-label={say`Begin with`}>
      {MADE.map(({ begin: what, icon, title, says }) => (
        <QuietButton key={what} onPress={() => void begin(what)}>
          {icon}
          <b>{title}</b>
          <small>{says}</small>
        </QuietButton>
      ))}
      <FileButton
        label={say`Picture to begin with`}
        accept={PICTURES}
        button={QuietButton}
        onFiles={(files) => onFiles(files, 'gather')}
      >
        <Image size={22} />
        <b>{say`A picture`}</b>
        <small>{say`its edges become lines`}</small>
      </FileButton>
      <FileButton
        label={say`Layers to begin with`}
        accept={ACCEPTED}
        multiple
        button={QuietButton}
        onFiles={(files) => onFiles(files, 'build')}
      >
        <Layers2 size={22} />
        <b>{say`Layers`}</b>
        <small>{say`a file for each, stacked in Build`}</small>
      </FileButton>
    </Ways>
  )
}
