/**
 * A line without its comments: what stands in round brackets, and, where `endsAtSemicolon`, everything from a semicolon on. A
 * bracket that is never closed is no comment. Looks at every character once or twice, however many brackets are open.
 *
 * @example withoutComments("G10 (T1) L2", false) === "G10  L2"
 */
export function withoutComments(line: string, endsAtSemicolon: boolean): string {
  let kept = "";
  let at = 0;
  const lastClosing = line.lastIndexOf(")");
  for (;;) {
    const opening = line.indexOf("(", at);
    const semicolon = endsAtSemicolon ? line.indexOf(";", at) : -1;
    const isComment = opening >= 0 && opening < lastClosing && (semicolon < 0 || opening < semicolon);
    if (!isComment) return kept + line.slice(at, semicolon < 0 ? undefined : semicolon);
    kept += line.slice(at, opening);
    at = line.indexOf(")", opening) + 1;
  }
}
