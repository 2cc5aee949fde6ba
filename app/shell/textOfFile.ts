/** Text of a chosen file; undefined where it is not UTF-8, since another encoding would be read wrongly without a word. */
export async function textOfFile(file: File): Promise<string | undefined> {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(await file.arrayBuffer());
  } catch (failure) {
    if (failure instanceof TypeError) return undefined;
    throw failure;
  }
}

/** What to do about a file in another encoding. */
export const notText = (file: File): string =>
  `${file.name} is not text in UTF-8. Save it as plain text and choose it again.`;
