import { messageOf } from '@rheoscope/core/document'
import { namesToWrite, typeOf, type Scope } from '@rheoscope/core/expression'
import { conditionScope } from '@rheoscope/core/machine'
import { CommitField } from '../fields/commit-field'
import { useRuleHome } from './rule-home'

interface ExpressionFieldProps {
  readonly label: string
  readonly value: string
  readonly isOptional?: boolean
  /** What it says when nothing is in it. */
  readonly nothing?: string
  /** Names it can use besides those of the rule. */
  readonly more?: Scope
  readonly onChange: (to: string) => void
}

/** An expression of a rule, refused with a sentence where it cannot be read. */
export function ExpressionField({ label, value, isOptional = false, nothing = 'nothing', more = NO_NAMES, onChange }: ExpressionFieldProps) {
  const { project, component } = useRuleHome()
  const scope = { ...conditionScope(project, component), ...more }
  const take = (text: string): string | null => {
    const expr = text.trim().replace(/^=\s*/, '')
    if (expr === '' && isOptional) {
      onChange('')
      return null
    }
    try {
      typeOf(expr, scope)
    } catch (error) {
      return messageOf(error)
    }
    onChange(expr)
    return null
  }
  return <CommitField label={label} isMono value={value} names={namesToWrite(scope)} isAllExpression placeholder={isOptional ? nothing : 'an expression'} onCommit={take} />
}

const NO_NAMES: Scope = {}
