/** A number as it is written in a drawing, to a ten thousandth. */
export const round = (value: number): number => Math.round(value * 10000) / 10000
