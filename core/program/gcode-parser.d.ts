/** What the tests use of the general G-code library that the reader is held against; the package brings no types. */
declare module "gcode-parser" {
  /** Words of each line: a letter and a number, or as they stand where they are neither. */
  export function parseStringSync(
    text: string,
  ): readonly { readonly words: readonly (readonly [letter: string, value: number] | string)[] }[];
}
