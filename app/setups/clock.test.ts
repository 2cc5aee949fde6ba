import { describe, expect, it } from "vitest";
import { clockOf, dayOf } from "./clock.ts";

// By hand: 23:30 UTC is 00:30 of the next day an hour to the east, and 18:30 of the same day five hours to the west.
const LATE = "2026-11-28T23:30:00.000Z";
const NOON = "2026-11-29T12:00:00.000Z";

describe("the clock of the person who looks", () => {
  it.each([
    ["UTC", "28 Nov, 23:30"],
    ["Europe/Berlin", "00:30"],
    ["America/New_York", "28 Nov, 18:30"],
    ["Asia/Kolkata", "05:00"],
  ])("in %s", (zone, words) => {
    expect(clockOf(LATE, NOON, zone)).toBe(words);
  });
  it("names another year", () => {
    expect(clockOf("2025-12-31T12:00:00.000Z", NOON, "UTC")).toBe("31 Dec 2025, 12:00");
  });
  it("knows summer time", () => {
    expect(clockOf("2026-07-01T10:15:00.000Z", "2026-07-01T20:00:00.000Z", "Europe/Berlin")).toBe("12:15");
  });
  it("gives the day there, not the day in UTC", () => {
    expect(dayOf(LATE, "UTC")).toBe("2026-11-28");
    expect(dayOf(LATE, "Europe/Berlin")).toBe("2026-11-29");
  });
});
