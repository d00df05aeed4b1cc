import { slug } from '../../document'
import { counted } from '../counted'
import { tokensOut } from '../tokens-out'
import { type Form } from './form'

/** The tokens of a project for other tools. */
export const designTokens: Form = {
  name: 'tokens',
  label: 'Design tokens',
  forWhom: 'Builds it',
  says: 'Colours, sizes, durations and easings by name, as the Design Tokens Format Module has them (Design Tokens Community Group, 2025.10). What a file that came in says besides goes out again.',
  takes: ['project'],
  make: (project) => {
    const { file, count, leftOut } = tokensOut(project)
    return {
      files: [{ name: `${slug(project.name)}.tokens.json`, mediaType: 'application/json', content: `${JSON.stringify(file, null, 2)}\n` }],
      holds: [counted(count, 'token')],
      leavesOut: leftOut,
    }
  },
}
