/** Address of the stand-in whose lathes may be driven for practice; the launcher sets it in demo mode only. */
const standIn = (): string | undefined => process.env.LUVRIT_STANDIN;

export const hasPracticeLathe = (): boolean => standIn() !== undefined;

const PATIENCE_MS = 3000;

/**
 * Hands a request for a simulated lathe on to the stand-in, and its answer back: look, put up, drive. There is no way from
 * here to a machine: the address is the stand-in's own.
 */
export async function askPracticeLathe(
  machine: string,
  ask: { readonly method: "GET" | "PUT" | "POST"; readonly body?: string },
): Promise<Response> {
  const base = standIn();
  if (base === undefined)
    return Response.json({ message: "There is no simulated lathe to share here." }, { status: 404 });
  const door = ask.method === "POST" ? "/commands" : "";
  try {
    const answer = await fetch(`${base}/lathes/${encodeURIComponent(machine)}${door}`, {
      method: ask.method,
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(ask.body !== undefined && { body: ask.body, headers: { "content-type": "application/json" } }),
    });
    return new Response(await answer.text(), {
      status: answer.status,
      headers: { "Content-Type": "application/json", "Cache-Control": "no-store" },
    });
  } catch (failure) {
    const isOutage =
      failure instanceof TypeError || (failure instanceof DOMException && failure.name === "TimeoutError");
    if (!isOutage) throw failure;
    return Response.json({ message: "The simulated lathe does not answer. It goes on here alone." }, { status: 503 });
  }
}
