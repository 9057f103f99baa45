/** Under which what a remedy would do is kept: its finding, and its place among the remedies of that. */
export const placeOfRemedy = (finding: string, remedy: number): string => `${finding}#${remedy}`
