/** A number of things in words: “1 run”, “3 runs”. */
export const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`
