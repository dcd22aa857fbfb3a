/** A number with what it counts; for nouns whose plural ends in s. */
export const counted = (number: number, noun: string) => `${number} ${noun}${number === 1 ? '' : 's'}`;
