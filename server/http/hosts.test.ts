import { describe, expect, it } from "vitest";
import { openableAddresses } from "../launch/addresses.server.ts";
import { acceptedHosts, BadHosts, isAcceptedHost } from "./hosts.server.ts";

describe("names that a request may call this server by", () => {
  const names = acceptedHosts("Luvrit.shop.example, lathes");
  it.each([
    "127.0.0.1:4680",
    "localhost:4680",
    "LOCALHOST",
    "[::1]:4680",
    "127.8.0.1",
    "luvrit.shop.example",
    "LUVRIT.shop.example:443",
    "lathes:4680",
    "192.0.2.7:4680",
    "[2001:db8::7]",
  ])("%s is one", (host) => {
    expect(isAcceptedHost(host, names, ["192.0.2.7", "2001:db8::7"])).toBe(true);
  });
  it.each([
    "elsewhere.example",
    "127.0.0.1.elsewhere.example",
    "localhost.elsewhere.example",
    "192.0.2.8",
    "1.2.3.4:80",
    "",
    "[::1",
    "a b",
    "luvrit.shop.example@elsewhere.example",
    "127.0.0.1:4680:1",
    `${"a".repeat(300)}`,
    undefined,
  ])("%s is none", (host) => {
    expect(isAcceptedHost(host, names, ["192.0.2.7"])).toBe(false);
  });
  it("are refused in words where they are set wrongly", () => {
    expect(() => acceptedHosts("luvrit.shop.example:443")).toThrow(BadHosts);
    expect(() => acceptedHosts("https://luvrit.shop.example")).toThrow(/names without port/);
    expect(acceptedHosts("")).toEqual([]);
  });
});

describe("addresses that a tablet can open", () => {
  const reachable = ["192.0.2.7", "2001:db8::7"];
  it("are this machine's own where it listens on all of them, never 0.0.0.0", () => {
    expect(openableAddresses("0.0.0.0", 4680, reachable)).toEqual(["http://192.0.2.7:4680", "http://127.0.0.1:4680"]);
    expect(openableAddresses("::", 80, reachable)).toEqual([
      "http://192.0.2.7:80",
      "http://[2001:db8::7]:80",
      "http://127.0.0.1:80",
    ]);
    expect(openableAddresses("0.0.0.0", 4680, [])).toEqual(["http://127.0.0.1:4680"]);
  });
  it("are the one that it listens on otherwise", () => {
    expect(openableAddresses("127.0.0.1", 4680, reachable)).toEqual(["http://127.0.0.1:4680"]);
    expect(openableAddresses("2001:db8::7", 4680, reachable)).toEqual(["http://[2001:db8::7]:4680"]);
  });
});
