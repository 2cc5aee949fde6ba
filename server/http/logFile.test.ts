import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, renameSync, rmSync, statSync, symlinkSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { LogFile } from "./logFile.server.ts";

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), "luvrit-log-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string) => path.join(folder, name);
const open = (most = 1e6) =>
  new LogFile(
    () => at("log/server.log"),
    () => most,
  );

describe("the log file", () => {
  it("is made with its folder, readable by its owner alone, and appended to", () => {
    open().write("one\n");
    open().write("two\n");
    expect(readFileSync(at("log/server.log"), "utf8")).toBe("one\ntwo\n");
    expect(statSync(at("log/server.log")).mode & 0o777).toBe(0o600);
    expect(statSync(at("log")).mode & 0o777).toBe(0o700);
  });
  it("stays within twice its limit: the full file becomes the one before", () => {
    const log = open(1000);
    for (let count = 0; count < 100; count++) log.write(`${"x".repeat(99)}\n`);
    expect(statSync(at("log/server.log")).size).toBeLessThanOrEqual(1100);
    expect(statSync(at("log/server.log.1")).size).toBe(1100);
  });
  it("goes on in a new file after the old one was moved away", () => {
    const log = open();
    log.write("before\n");
    renameSync(at("log/server.log"), at("log/moved"));
    log.write("still before\n");
    log.reopen();
    log.write("after\n");
    expect(readFileSync(at("log/moved"), "utf8")).toBe("before\nstill before\n");
    expect(readFileSync(at("log/server.log"), "utf8")).toBe("after\n");
  });
  it("never throws: without a folder it drops lines, and counts them once there is one", () => {
    writeFileSync(at("log"), "a file in the way");
    const log = open();
    for (let count = 0; count < 3; count++) expect(() => log.write("lost\n")).not.toThrow();
    rmSync(at("log"));
    log.write("kept\n");
    const lines = readFileSync(at("log/server.log"), "utf8").trim().split("\n");
    expect(JSON.parse(lines[0] ?? "")).toMatchObject({ dropped: 3 });
    expect(lines[1]).toBe("kept");
  });
  it("does not write through a link that somebody has put in its place", () => {
    writeFileSync(at("target"), "");
    open().write("first\n");
    rmSync(at("log/server.log"));
    symlinkSync(at("target"), at("log/server.log"));
    open().write("second\n");
    expect(readFileSync(at("target"), "utf8")).toBe("");
  });
  it.runIf(process.getuid?.() === 0 && spawnSync("mount", ["--version"]).status === 0)(
    "drops lines on a full disk and goes on when there is room",
    () => {
      spawnSync("mount", ["-t", "tmpfs", "-o", "size=64k", "none", folder]);
      try {
        const log = open();
        log.write("first\n");
        spawnSync("sh", ["-c", `cat /dev/zero > ${at("fill")}`]);
        for (let count = 0; count < 2000; count++) log.write(`${"x".repeat(99)}\n`);
        rmSync(at("fill"));
        log.write("last\n");
        log.reopen();
        const text = readFileSync(at("log/server.log"), "utf8");
        expect(text.startsWith("first\n")).toBe(true);
        expect(text).toMatch(/"dropped":\d{3,4},.*\nlast\n$/);
      } finally {
        spawnSync("umount", ["-l", folder]);
      }
    },
  );
});
