import { describe, expect, it } from "vitest";
import { AddressAllowance, addressKey } from "./addressAllowance.server.ts";

describe("what counts as one address", () => {
  it.each([
    ["192.0.2.7", "192.0.2.7"],
    ["::ffff:192.0.2.7", "192.0.2.7"],
    ["2001:db8:1:2:3:4:5:6", "2001:db8:1:2::/64"],
    ["2001:db8:1:2::1", "2001:db8:1:2::/64"],
    ["2001:0DB8:0001:0002:ffff::", "2001:db8:1:2::/64"],
    ["2001:db8::1", "2001:db8:0:0::/64"],
    ["::1", "0:0:0:0::/64"],
    ["fe80::1%eth0", "fe80:0:0:0::/64"],
    ["64:ff9b::192.0.2.7", "64:ff9b:0:0::/64"],
    ["", "unknown"],
  ])("%s is %s", (address, key) => {
    expect(addressKey(address)).toBe(key);
  });
});

describe("an address's allowance", () => {
  it("is used up by wrong attempts alone, and comes back after a minute", () => {
    let now = 1_000_000;
    const allowance = new AddressAllowance(3, () => now);
    for (let count = 0; count < 3; count++) {
      expect(allowance.wait("2001:db8::1")).toBe(0);
      allowance.fail(`2001:db8::${count + 1}`);
      now += 10_000;
    }
    // The first of three was at 0 s, now is 30 s: 30 s are left of its minute.
    expect(allowance.wait("2001:db8::99")).toBe(30);
    expect(allowance.wait("2001:db8:0:1::1")).toBe(0);
    now += 30_000;
    expect(allowance.wait("2001:db8::99")).toBe(0);
  });
  it("is forgotten for the oldest of very many addresses", () => {
    const allowance = new AddressAllowance(1, () => 5);
    for (let count = 0; count < 20_001; count++)
      allowance.fail(`10.${count >> 16}.${(count >> 8) & 255}.${count & 255}`);
    expect(allowance.wait("10.0.0.0")).toBe(0);
    expect(allowance.wait("10.0.0.1")).toBe(60);
  });
});
