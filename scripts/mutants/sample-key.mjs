/** What tells a mutant from all others, in the same words wherever it comes from; places counted from 1. */
export const keyOf = ({ file, line, column, end, mutator, to }) => [file, line, column, end.line, end.column, mutator, to].join(' ')
