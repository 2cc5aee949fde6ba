import { UNSAFE_ErrorResponseImpl as ErrorResponse } from "react-router";
import { describe, expect, it } from "vitest";
import { AnsweredLate, awayWords, keepTyped, refusalWords } from "./away.ts";

const answer = (status: number, data: unknown = "") => new ErrorResponse(status, "", data);

describe("what comes in place of an answer", () => {
  it.each([
    ["nobody answers", new TypeError("Failed to fetch"), undefined],
    ["it takes too long", new AnsweredLate("late"), undefined],
    ["the server has no database", answer(503, "The server's disk is full."), "The server's disk is full."],
    ["a proxy has no server", answer(502, "<html>Bad gateway</html>"), undefined],
    ["something else fails", answer(599), undefined],
    ["too much is asked for", answer(429, "Too many requests.\n"), "Too many requests."],
    ["the server has a fault", new Error("Unexpected Server Error"), expect.stringContaining("is kept")],
    ["the server has a fault outside of the application", answer(500, "x".repeat(900)), undefined],
  ])("is the server's absence where %s: the form is kept", (_name, failure, reason) => {
    expect(awayWords(failure)).toEqual({ reason });
    expect(refusalWords(failure)).toBeUndefined();
  });
  it.each([400, 403, 404, 409, 413, 415, 421, 422])(
    "%d is said where it was typed, in the server's words",
    (status) => {
      expect(awayWords(answer(status, "So it is."))).toBeUndefined();
      expect(refusalWords(answer(status, "So it is."))).toBe("So it is.");
      expect(refusalWords(answer(status))).toContain(`(${status})`);
    },
  );
  it("is neither where a page leads on, or where the fault is this page's own", () => {
    for (const failure of [new Response(null, { status: 302 }), new Error("bug"), undefined]) {
      expect(awayWords(failure)).toBeUndefined();
      expect(refusalWords(failure)).toBeUndefined();
    }
  });
});

describe("a form that waits on no device", () => {
  const send = (failure: unknown) =>
    keepTyped(
      () => Promise.reject(failure),
      (message) => message,
    );
  it("says on its own page why it was not taken", async () => {
    expect(
      await keepTyped(
        async () => "taken",
        (message) => message,
      ),
    ).toBe("taken");
    expect(await send(new TypeError("Failed to fetch"))).toContain("does not answer");
    expect(await send(answer(500))).toContain("does not answer");
    expect(await send(new Error("Unexpected Server Error"))).toContain("has failed");
    expect(await send(answer(413, "Too large."))).toBe("Too large.");
    const signIn = new Response(null, { status: 302, headers: { Location: "/sign-in?to=%2F" } });
    expect(await send(signIn)).toContain("Nobody is signed in");
  });
  it("goes on to where the answer leads", async () => {
    const on = new Response(null, { status: 302, headers: { Location: "/setups/1/prepare" } });
    await expect(send(on)).rejects.toBe(on);
  });
});
