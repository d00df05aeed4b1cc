/** To a thousandth, as names say where the pointer is and how far something has been moved. */
export const tidy = (value: number): number => Math.round(value * 1000) / 1000
