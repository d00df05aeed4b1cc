/** What a variable or column of a type is set to before anybody says otherwise, as an expression. */
export const startText = (type: string | undefined): string => (type === 'yes/no' ? 'true' : type === 'number' ? '0' : "''")
