import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { SCENARIO_LATHES } from "../../sim/scenario/lathes.ts";
import { createFeedServer } from "./server.ts";

const { server, pool } = createFeedServer();
let base = "";
beforeAll(async () => {
  const { turret } = SCENARIO_LATHES;
  if (!turret) throw new Error("the turret lathe is there");
  const inch = {
    ...turret,
    machine: { ...turret.machine, units: "in" as const, resolution: { x: 0.0001, z: 0.0001 } },
  };
  pool.put("north", { label: "Turret", config: turret, seed: 1 }, "2026-01-01T08:00:00Z");
  pool.put("bench", { label: "Inch lathe", config: inch, seed: 1 }, "2026-01-01T08:00:00Z");
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
  server.closeAllConnections();
});

const text = async (path: string) => (await fetch(base + path)).text();
const drive = (id: string, revision: number, commands: readonly object[]) =>
  fetch(`${base}/lathes/${id}/commands`, { method: "POST", body: JSON.stringify({ base: revision, commands }) });
const look = async (id: string) =>
  (await (await fetch(`${base}/lathes/${id}`)).json()) as { revision: number; state: { readout: { x: number } } };

describe("the stand-in for a machine's position feed", () => {
  it("says what its lathes can tell, with units", async () => {
    const probe = await text("/probe");
    expect(probe).toContain('<Device id="bench"');
    expect(probe).toContain('<Device id="north"');
    expect(await text("/bench/probe")).toMatch(
      /type="POSITION" subType="ACTUAL" coordinateSystem="MACHINE" units="MILLIMETER" nativeUnits="INCH"/,
    );
    expect(await text("/bench/probe")).not.toContain("north");
  });
  it("tells where a lathe stands, and what has moved since", async () => {
    const { revision } = await look("north");
    const before = await text("/north/current");
    expect(before).toContain('name="X"');
    const next = Number(/nextSequence="(\d+)"/.exec(before)?.[1]);
    await drive("north", revision, [
      { do: "jog", axis: "x", by: -10.5 },
      { do: "jog", axis: "z", by: -3 },
    ]);
    expect(await text("/north/current")).toContain(">-0.5</Position>");
    const since = await text(`/north/sample?from=${next}&count=10`);
    expect(since.match(/<Position /g)).toHaveLength(3);
    expect(await text(`/north/sample?from=${next + 50}`)).toContain('errorCode="OUT_OF_RANGE"');
  });
  it("turns an inch readout into millimetres, digit for digit", async () => {
    const { revision } = await look("bench");
    // 10 mm shown as 0.3937 in, which is 9.99998 mm.
    await drive("bench", revision, [{ do: "jog", axis: "z", by: 0 }]);
    expect(await text("/bench/current")).toContain(">9.99998</Position>");
  });
  it("is driven by the page that saw it as it is, and by no other", async () => {
    const { revision } = await look("north");
    expect((await drive("north", revision, [{ do: "jog", axis: "x", by: -1 }])).status).toBe(200);
    const late = await drive("north", revision, [{ do: "jog", axis: "x", by: -1 }]);
    expect(late.status).toBe(409);
    expect(((await late.json()) as { revision: number }).revision).toBe(revision + 1);
  });
  it("takes an offset file into its control", async () => {
    const file = "%\nG21 G90\nG10 L10 P5 X-330.5 Z-404\n%\n";
    const answer = await fetch(`${base}/lathes/north/offsets`, { method: "POST", body: file });
    expect(await answer.json()).toMatchObject({ events: [{ kind: "loaded" }] });
  });
  it.each([
    ["/elsewhere/current", 404],
    ["/north/nothing", 404],
    ["/lathes/none", 404],
  ])("answers %s with %d", async (path, status) => {
    expect((await fetch(base + path)).status).toBe(status);
  });
  it("refuses a body that is no JSON, or larger than any lathe", async () => {
    expect((await fetch(`${base}/lathes/north/commands`, { method: "POST", body: "{" })).status).toBe(400);
    const large = "x".repeat(600_000);
    expect((await fetch(`${base}/lathes/north/offsets`, { method: "POST", body: large })).status).toBe(413);
    expect((await fetch(`${base}/lathes/north`, { method: "DELETE" })).status).toBe(405);
  });
});
