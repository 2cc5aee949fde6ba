import { Writable } from "node:stream";
import { createElement } from "react";
import { renderToPipeableStream } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { FailsAlone } from "./FailsAlone.tsx";

/** A page as the server draws it: whole, and with what went wrong. */
function drawn(part: () => null): Promise<{ readonly html: string; readonly failures: readonly unknown[] }> {
  return new Promise((resolve, reject) => {
    let html = "";
    const failures: unknown[] = [];
    const sink = new Writable({
      write(piece, _encoding, done) {
        html += String(piece);
        done();
      },
      final(done) {
        resolve({ html, failures });
        done();
      },
    });
    const page = createElement(
      "main",
      null,
      createElement("p", null, "−339.250"),
      // biome-ignore lint/correctness/noChildrenProp: no markup in a module without it.
      createElement(FailsAlone, { what: "The drawing", children: createElement(part) }),
    );
    const { pipe } = renderToPipeableStream(page, {
      onAllReady: () => pipe(sink),
      onShellError: reject,
      onError: (error) => void failures.push(error),
    });
  });
}

describe("FailsAlone, on the server", () => {
  it("lets the page out with its numbers where a part fails, and tells of the failure", async () => {
    const { html, failures } = await drawn(() => {
      throw new Error("no drawing");
    });
    expect(html).toContain("−339.250");
    expect(failures).toEqual([new Error("no drawing")]);
  });
  it("tells of nothing where all is well", async () => {
    expect((await drawn(() => null)).failures).toEqual([]);
  });
});
