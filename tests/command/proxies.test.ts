import { type ChildProcess, execFileSync, spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { chmod, mkdir, mkdtemp, readFile, rename, rm, writeFile } from "node:fs/promises";
import https from "node:https";
import os from "node:os";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { addPerson } from "../../server/people/peopleRepository.server.ts";
import { freePort } from "../../server/private-database/ports.server.ts";
import { runningDatabase } from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { isLong } from "../hard/long.ts";
import { LAUNCHER, ROOT, type Running, run, start, untilReady } from "./processes.ts";

const NAME = "luvrit.shop.example";
const OPERATIONS = path.join(ROOT, "docs/operations");

let home: string;
let folder: string;
let port: number;
let running: Running;
beforeAll(async () => {
  home = await mkdtemp(path.join(os.tmpdir(), "luvrit-proxied-"));
  folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-proxy-"));
  // The proxies work as users of their own.
  await chmod(folder, 0o755);
  execFileSync(
    "openssl",
    [
      "req",
      "-x509",
      "-newkey",
      "rsa:2048",
      "-nodes",
      "-days",
      "2",
      "-subj",
      `/CN=${NAME}`,
      "-keyout",
      path.join(folder, "key.pem"),
      "-out",
      path.join(folder, "cert.pem"),
    ],
    { stdio: "ignore" },
  );
  port = await freePort();
  running = start(LAUNCHER, ["start"], {
    LUVRIT_HOME: home,
    PORT: String(port),
    LUVRIT_PROXY: "1",
    LUVRIT_TLS: "1",
    LUVRIT_HOSTS: NAME,
  });
  await untilReady(`http://127.0.0.1:${port}`, running);
  const pool = openPool((await runningDatabase(home)) ?? "", 1);
  await addPerson(sqlOn(pool), { name: "Ada", role: "lead", secret: "a long passphrase", isGiven: false });
  await pool.end();
}, 60_000);
afterAll(async () => {
  running.child.kill("SIGTERM");
  await running.ended;
  await removeHome(home);
  await rm(folder, { recursive: true, force: true });
});

interface Asked {
  readonly method?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Buffer;
}
/** Asks the proxy as a browser would that looked its name up. */
function ask(at: number, to: string, { method = "GET", headers = {}, body }: Asked = {}) {
  return new Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; text: string }>((resolve, reject) => {
    const request = https.request(
      {
        host: "127.0.0.1",
        port: at,
        path: to,
        method,
        servername: NAME,
        rejectUnauthorized: false,
        headers: { host: `${NAME}:${at}`, ...(method === "POST" && { origin: `https://${NAME}:${at}` }), ...headers },
      },
      (answer) => {
        const pieces: Buffer[] = [];
        answer.on("data", (piece: Buffer) => {
          pieces.push(piece);
          // A stream has no end: what it said first will do.
          if (answer.headers["content-type"]?.startsWith("text/event-stream")) finish();
        });
        const finish = () => {
          resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text: Buffer.concat(pieces).toString() });
          answer.destroy();
        };
        answer.on("end", finish);
      },
    );
    request.on("error", reject);
    request.end(body);
  });
}

/** The file that a shop copies, with this test's port, names and places in it. */
async function adapted(name: string, at: number): Promise<string> {
  return (await readFile(path.join(OPERATIONS, name), "utf8"))
    .replaceAll("443", String(at))
    .replaceAll("127.0.0.1:4680", `127.0.0.1:${port}`)
    .replaceAll("/etc/ssl/luvrit.pem", path.join(folder, "cert.pem"))
    .replaceAll("/etc/ssl/private/luvrit.key", path.join(folder, "key.pem"));
}

async function nginx(at: number): Promise<ChildProcess> {
  const file = path.join(folder, "nginx.conf");
  const own = ["client_body", "proxy", "fastcgi", "uwsgi", "scgi"]
    .map((kind) => `${kind}_temp_path ${path.join(folder, kind)};`)
    .join("\n");
  await writeFile(
    file,
    `daemon off; worker_processes 1; pid ${path.join(folder, "nginx.pid")}; error_log stderr;
     events { worker_connections 64; }
     http { access_log off; ${own}\n${await adapted("nginx.conf", at)} }`,
  );
  return spawn("nginx", ["-p", folder, "-c", file], { stdio: "ignore" });
}

async function apache(at: number): Promise<ChildProcess> {
  const file = path.join(folder, "apache.conf");
  const modules = "/usr/lib/apache2/modules";
  const loaded = ["mpm_event", "authz_core", "ssl", "proxy", "proxy_http", "headers"]
    .map((name) => `LoadModule ${name}_module ${modules}/mod_${name}.so`)
    .join("\n");
  const root = process.getuid?.() === 0 ? "User www-data\nGroup www-data" : "";
  await writeFile(
    file,
    `ServerRoot ${folder}\nPidFile ${path.join(folder, "apache.pid")}\nServerName localhost\nErrorLog ${path.join(folder, "apache.log")}
     DefaultRuntimeDir ${folder}\n${loaded}\n${root}\nListen 127.0.0.1:${at}\n${await adapted("apache.conf", at)}`,
  );
  return spawn("apache2", ["-f", file, "-DFOREGROUND"], { stdio: "ignore" });
}

describe.each([
  ["nginx", nginx],
  ["the Apache HTTP server", apache],
])("behind %s", (_name, up) => {
  let at: number;
  let proxy: ChildProcess;
  beforeAll(async () => {
    at = await freePort();
    proxy = await up(at);
    for (let tries = 0; ; tries++) {
      const answer = await ask(at, "/health").catch(() => undefined);
      if (answer?.status === 200) break;
      if (tries > 200 || proxy.exitCode !== null) throw new Error(`the proxy did not come up (${proxy.exitCode})`);
      await pause(50);
    }
  });
  afterAll(async () => {
    const gone = new Promise((resolve) => proxy.once("exit", resolve));
    proxy.kill("SIGTERM");
    await gone;
  });
  const signIn = () =>
    ask(at, "/sign-in", {
      method: "POST",
      headers: { "content-type": "application/x-www-form-urlencoded" },
      body: new URLSearchParams({ intent: "secret", name: "Ada", secret: "a long passphrase" }).toString(),
    });

  it("people sign in; the cookie is for encrypted connections alone, and browsers are to stay encrypted", async () => {
    const page = await ask(at, "/sign-in");
    expect(page.status).toBe(200);
    expect(page.text).not.toContain("Signing in does not work at this address");
    expect(page.headers["strict-transport-security"]).toContain("max-age");
    const { status, headers } = await signIn();
    expect(status).toBe(302);
    const cookies = [headers["set-cookie"]].flat().join("\n");
    expect(cookies).toMatch(/^luvrit=.*; Secure/m);
    expect(cookies).toMatch(/^luvrit-device=.*; Secure/m);
  });
  it("streams are passed on at once, and files as large as they may be", async () => {
    const { headers } = await signIn();
    const cookie = [headers["set-cookie"]]
      .flat()
      .map((one) => one?.split(";")[0])
      .join("; ");
    const began = Date.now();
    const stream = await ask(at, "/stream?setup=00000000-0000-4000-8000-000000000000&machine=none", {
      headers: { cookie },
    });
    expect(stream.headers["content-type"]).toContain("text/event-stream");
    expect(stream.text).toContain("listening");
    expect(Date.now() - began).toBeLessThan(3000);
    const boundary = "luvrit-test";
    const program = Buffer.alloc(11_900_000, "G1 X1. Z-1.\n");
    const body = Buffer.concat([
      Buffer.from(`--${boundary}\r\nContent-Disposition: form-data; name="program"; filename="O1.nc"\r\n\r\n`),
      program,
      Buffer.from(`\r\n--${boundary}--\r\n`),
    ]);
    const sent = await ask(at, "/files", {
      method: "POST",
      headers: {
        cookie,
        "content-type": `multipart/form-data; boundary=${boundary}`,
        "content-length": String(body.length),
      },
      body,
    });
    expect([sent.status, sent.text]).toEqual([200, "{}"]);
  }, 60_000);
  it("who asks is known by their own address, not by what they say of themselves", async () => {
    const wrong = await ask(at, "/sign-in", {
      method: "POST",
      headers: { "content-type": "application/x-www-form-urlencoded", "x-forwarded-for": "203.0.113.77" },
      body: new URLSearchParams({ intent: "secret", name: "Ada", secret: "not this one" }).toString(),
    });
    expect(wrong.status).toBe(422);
    const pool = openPool((await runningDatabase(home)) ?? "", 1);
    const [line] = await sqlOn(pool).rows<{ address: string }>(
      "SELECT address FROM audit ORDER BY at DESC, id DESC LIMIT 1",
    );
    await pool.end();
    expect(line?.address).toMatch(/^(?:::ffff:)?127\.0\.0\.1$/);
    expect((await ask(at, "/sign-in", { headers: { host: "elsewhere.example" } })).status).toBeGreaterThanOrEqual(400);
  });
});

describe("without the proxy", () => {
  it("the page says why signing in does not work, before and after somebody tries", async () => {
    const address = `http://127.0.0.1:${port}`;
    expect(await (await fetch(`${address}/sign-in`)).text()).toContain("Signing in does not work at this address");
    const tried = await fetch(`${address}/sign-in`, {
      method: "POST",
      headers: { origin: address },
      body: new URLSearchParams({ intent: "secret", name: "Ada", secret: "a long passphrase" }),
    });
    expect(tried.status).toBe(422);
    expect(await tried.text()).toContain("LUVRIT_TLS=1");
    expect(tried.headers.get("set-cookie")).toBeNull();
  });
  it("other names are refused, since a stranger's page may lead here by its own", async () => {
    const refused = spawnSync("curl", [
      "-s",
      "-o",
      "/dev/null",
      "-w",
      "%{http_code}",
      "-H",
      "Host: elsewhere.example",
      `http://127.0.0.1:${port}/sign-in`,
    ]);
    if (refused.status === 0) expect(refused.stdout.toString()).toBe("421");
  });
});

describe("the log", () => {
  it("has every request, and goes on in a new file after the old one was moved and the signal sent", async () => {
    const file = path.join(home, "log/server.log");
    const requests = async (name: string) =>
      existsSync(name)
        ? (await readFile(name, "utf8")).split("\n").filter((line) => line.includes('"msg":"request"')).length
        : 0;
    // The line of a request may come after its answer: what the tests before have asked is all there once the count rests.
    let before = -1;
    await expect
      .poll(
        async () => {
          const seen = before;
          before = await requests(file);
          return before === seen;
        },
        { interval: 400, timeout: 10_000 },
      )
      .toBe(true);
    expect(before).toBeGreaterThan(3);
    expect(running.said()).not.toContain('"msg":"request"');
    await rename(file, `${file}-moved`);
    running.child.kill("SIGUSR2");
    let asked = 0;
    const ask = async () => {
      asked += 1;
      await fetch(`http://127.0.0.1:${port}/health`);
      return requests(file);
    };
    await expect.poll(ask).toBeGreaterThan(0);
    // None is lost and none is written twice, whichever file it went to.
    await expect.poll(async () => (await requests(file)) + (await requests(`${file}-moved`))).toBe(before + asked);
  });
});

describe("files to copy", () => {
  const analyze = (...words: readonly string[]) => spawnSync("systemd-analyze", words, { encoding: "utf8" });
  const isThere = analyze("--version").status === 0;
  it.runIf(isThere)("the unit is one that systemd understands, and is closed tightly", async () => {
    const unit = path.join(folder, "luvrit.service");
    const text = await readFile(path.join(OPERATIONS, "luvrit.service"), "utf8");
    // Its program and folder as they are here, since they are looked for.
    await writeFile(
      unit,
      text
        .replaceAll("/opt/luvrit", ROOT)
        .replaceAll("/usr/bin/node", process.execPath)
        .replaceAll("=luvrit\n", "=root\n"),
    );
    const verified = analyze("verify", "--man=no", unit);
    expect(verified.stderr.split("\n").filter((line) => line.includes("luvrit.service"))).toEqual([]);
    const secured = analyze("security", "--offline=yes", "--threshold=30", unit);
    expect(secured.stdout + secured.stderr).toMatch(/Overall exposure level[^:]*: [012]\.\d/);
    expect(secured.status).toBe(0);
  });
  it("names the same places as the page that explains it", async () => {
    const page = await readFile(path.join(ROOT, "docs/OPERATIONS.md"), "utf8");
    for (const name of ["luvrit.service", "nginx.conf", "apache.conf", "logrotate.conf"]) {
      expect(page).toContain(`operations/${name}`);
      expect(existsSync(path.join(OPERATIONS, name))).toBe(true);
    }
    const unit = await readFile(path.join(OPERATIONS, "luvrit.service"), "utf8");
    for (const place of ["/opt/luvrit", "/var/lib/luvrit-server"]) {
      expect(page).toContain(place);
      expect(unit).toContain(place);
    }
  });
});

describe.runIf(isLong)("another server, another version and back", () => {
  it("is a backup there and a restore here, as the page says it", async () => {
    const file = path.join(folder, "shop.luvrit");
    expect(await run(["backup", file], { LUVRIT_HOME: home })).toMatchObject({ code: 0 });
    const other = path.join(folder, "other");
    await mkdir(other);
    const moved = await run(["restore", file], { LUVRIT_HOME: other });
    expect(moved).toMatchObject({ code: 0, said: expect.stringContaining("Everybody signs in anew") });
    expect(
      createHash("sha256")
        .update(await readFile(file))
        .digest("hex"),
    ).toMatch(/^[0-9a-f]{64}$/);
    await removeHome(other);
  });
});
