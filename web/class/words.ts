/** How pieces are called together: one by its name, more by their number. */
export const manyWords = (pieces: readonly { name: string }[]): string =>
  pieces.length === 1 ? pieces[0]!.name : `${pieces.length} pieces`;
