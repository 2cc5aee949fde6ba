import http, { type RequestListener } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, describe, expect, it } from "vitest";
import type { LatheAxis, PositionReport } from "../../core/machine/index.ts";
import { feedsOf } from "./links.server.ts";
import { MachineLink } from "./machineLink.server.ts";

const closing: (() => void)[] = [];
afterEach(() => {
  for (const close of closing.splice(0)) close();
});

async function serving(listener: RequestListener): Promise<string> {
  const server = http.createServer(listener);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  closing.push(() => {
    server.close();
    server.closeAllConnections();
  });
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/north`;
}

const PROBE = item("north_x_pos") + item("north_z_pos");
function item(id: string, more = 'coordinateSystem="MACHINE" units="MILLIMETER"'): string {
  return `<DataItem category="SAMPLE" id="${id}" type="POSITION" subType="ACTUAL" ${more}/>`;
}
const devices = (items: string) =>
  `<?xml version="1.0"?><MTConnectDevices><Header instanceId="7"/><Devices><Device name="north"><Axes>${items}</Axes></Device></Devices></MTConnectDevices>`;
const position = (axis: LatheAxis, value: string, id = `north_${axis}_pos`) =>
  `<ComponentStream component="Linear" name="${axis.toUpperCase()}"><Samples><Position dataItemId="${id}" timestamp="2026-01-01T00:00:00Z" sequence="1">${value}</Position></Samples></ComponentStream>`;
const BOTH = position("x", "-289.8") + position("z", "-400");
let served = 0;
function streams(content: string, { name = "north", instance = "7", time = `t${served++}` } = {}): string {
  return `<?xml version="1.0"?><MTConnectStreams xmlns="urn:x"><Header instanceId="${instance}" creationTime="${time}"/><Streams><DeviceStream name="${name}">${content}</DeviceStream></Streams></MTConnectStreams>`;
}
/** A feed that probes well and answers this to `current`. */
const feed =
  (current: () => string, probe = devices(PROBE)): RequestListener =>
  (request, response) => {
    response.setHeader("content-type", "text/xml");
    response.end(request.url?.endsWith("/probe") ? probe : current());
  };

/** The first report that is more than a beginning, and how long it took. */
async function firstReport(base: string, wanted: (report: PositionReport) => boolean = () => true) {
  const began = performance.now();
  const link = new MachineLink(base);
  const report = await new Promise<PositionReport>((resolve) => {
    const end = link.listen((one) => {
      if (!wanted(one)) return;
      queueMicrotask(() => end());
      resolve(one);
    });
    closing.push(() => end());
  });
  return { report, took: performance.now() - began };
}

describe("a machine link", () => {
  it("reads a position, and tells a movement within 300 ms", async () => {
    let x = -289.8;
    const base = await serving(feed(() => streams(position("x", String(x)) + position("z", "-400"))));
    const link = new MachineLink(base);
    const seen: { x: number | undefined; at: number }[] = [];
    const moved = new Promise<void>((resolve) => {
      closing.push(
        link.listen(({ state, position: { x: there } }) => {
          if (state === "live") seen.push({ x: there, at: performance.now() });
          if (there === -289.81) resolve();
        }),
      );
    });
    await expect.poll(() => seen.length).toBeGreaterThan(0);
    const at = performance.now();
    x = -289.81;
    await moved;
    expect(seen.at(-1)?.x).toBe(-289.81);
    expect((seen.at(-1)?.at ?? 0) - at).toBeLessThan(300);
  });
  it("turns inches of the feed into millimetres, and reads the feed's units anew when it was started anew", async () => {
    let started = "7";
    const inches = devices(item("north_x_pos", 'units="INCH"') + item("north_z_pos", 'units="INCH"'));
    const base = await serving((request, response) =>
      response.end(
        request.url?.endsWith("/probe")
          ? started === "7"
            ? devices(PROBE)
            : inches
          : streams(position("x", "-10") + position("z", "-12"), { instance: started }),
      ),
    );
    const link = new MachineLink(base);
    let last: PositionReport | undefined;
    closing.push(
      link.listen((report) => {
        last = report;
      }),
    );
    await expect.poll(() => last?.position.x).toBe(-10);
    started = "8";
    await expect.poll(() => last?.position.x, { timeout: 3000 }).toBe(-254);
  });
  it("comes back after the feed was gone", async () => {
    let isGone = true;
    const base = await serving((request, response) =>
      isGone ? response.destroy() : feed(() => streams(BOTH))(request, response),
    );
    const { report } = await firstReport(base);
    expect(report.state).toBe("none");
    isGone = false;
    const later = await firstReport(base, ({ state }) => state === "live");
    expect(later.report.position).toEqual({ x: -289.8, z: -400 });
  });

  const html = "<html><body>Welcome</body></html>";
  const faults: readonly (readonly [string, RequestListener | "closed", string])[] = [
    ["nobody listens", "closed", "unreachable"],
    ["it hangs up at once", (_request, response) => response.destroy(), "unreachable"],
    ["it never answers", () => {}, "timeout"],
    [
      "it drips a byte at a time",
      (_request, response) => {
        response.write("<?xml");
        const timer = setInterval(() => response.write(" "), 50);
        response.on("close", () => clearInterval(timer));
      },
      "timeout",
    ],
    [
      "it stops in the middle",
      (request, response) => {
        if (request.url?.endsWith("/probe")) return void response.end(devices(PROBE));
        response.setHeader("content-length", "5000");
        response.write("<?xml version='1.0'?><MTConnectStreams>");
        setTimeout(() => response.destroy(), 20);
      },
      "cut-short",
    ],
    ["its XML is cut short", feed(() => streams(BOTH).slice(0, -40)), "broken-xml"],
    ["it is a web page", feed(() => html, html), "not-mtconnect"],
    ["it is no XML", feed(() => "{}", "{}"), "not-xml"],
    ["it is noise", feed(() => "\u0000\u0001\u0002", "\u0000\u0001"), "not-xml"],
    ["it fails", (_request, response) => response.writeHead(500).end("no"), "http-error"],
    ["it knows no such page", (_request, response) => response.writeHead(404).end("no"), "http-error"],
    [
      "it sends elsewhere",
      (_request, response) => response.writeHead(302, { location: "http://127.0.0.1:1/" }).end(),
      "redirected",
    ],
    [
      "it is endless",
      (_request, response) => {
        const timer = setInterval(() => response.write("x".repeat(200_000)), 1);
        response.on("close", () => clearInterval(timer));
      },
      "too-large",
    ],
    ["it brings entities", feed(() => `<!DOCTYPE a [<!ENTITY b "c">]>${streams(BOTH)}`), "doctype"],
    ["it answers with an error document", feed(() => "<MTConnectError><Errors/></MTConnectError>"), "error-document"],
    ["it speaks of another machine", feed(() => streams(BOTH, { name: "south" })), "no-device"],
    ["its machine is off", feed(() => streams(`<Availability>UNAVAILABLE</Availability>${BOTH}`)), "unavailable"],
    ["its axis is unavailable", feed(() => streams(position("x", "UNAVAILABLE") + position("z", "1"))), "unavailable"],
    ["an axis is missing", feed(() => streams(position("x", "-289.8"))), "missing-axis"],
    ["its number is a word", feed(() => streams(position("x", "here") + position("z", "1"))), "not-a-number"],
    ["its number is empty", feed(() => streams(position("x", "") + position("z", "1"))), "not-a-number"],
    ["its number is not finite", feed(() => streams(position("x", "1e999") + position("z", "1"))), "not-a-number"],
    [
      "its number has a decimal comma",
      feed(() => streams(position("x", "-289,8") + position("z", "1"))),
      "not-a-number",
    ],
    ["its number is absurd", feed(() => streams(position("x", "4e7") + position("z", "1"))), "absurd"],
    ["it says an axis twice, and differently", feed(() => streams(`${BOTH}${position("x", "3")}`)), "ambiguous-axis"],
    [
      "its unit is unknown",
      feed(() => streams(BOTH), devices(item("north_x_pos", 'units="FURLONG"') + item("north_z_pos"))),
      "units-unknown",
    ],
    [
      "it says no unit",
      feed(() => streams(BOTH), devices(item("north_x_pos", "") + item("north_z_pos"))),
      "units-unknown",
    ],
    [
      "it tells work coordinates only",
      feed(
        () => streams(BOTH),
        devices(
          item("north_x_pos", 'coordinateSystem="WORK" units="MILLIMETER"') +
            item("north_z_pos", 'coordinateSystem="WORK" units="MILLIMETER"'),
        ),
      ),
      "work-coordinates",
    ],
  ];
  it.each(faults)("neither hangs nor lies where %s", async (_name, listener, fault) => {
    const base = listener === "closed" ? "http://127.0.0.1:9/north" : await serving(listener);
    const { report, took } = await firstReport(base);
    expect(report).toMatchObject({ state: "none", fault, position: {} });
    expect(report.words).toMatch(/^(The|What) .*Key the reading\.$/);
    expect(took).toBeLessThan(1900);
  });
  it("says of a feed that repeats itself that it does", async () => {
    const frozen = streams(BOTH, { time: "2026-01-01T00:00:00Z" });
    const base = await serving(feed(() => frozen));
    const { report, took } = await firstReport(base, ({ state }) => state === "stale");
    expect(report).toMatchObject({ fault: "frozen", words: "The feed repeats an old position. Key the reading." });
    expect(took).toBeLessThan(4000);
  });
});

describe("LUVRIT_FEEDS", () => {
  it("names machines and addresses, and nothing else", () => {
    expect(feedsOf('{"north":"http://10.0.0.7:5000/north/"}')).toEqual({ north: "http://10.0.0.7:5000/north" });
    expect(feedsOf(undefined)).toEqual({});
    for (const wrong of ["{", "[]", '{"north":"file:///etc/passwd"}', '{"north":7}'])
      expect(() => feedsOf(wrong)).toThrow("LUVRIT_FEEDS");
  });
});
