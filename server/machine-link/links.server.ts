import { MachineLink } from "./machineLink.server.ts";

/** The addresses of the feeds are not written as they must be. */
export class BadFeeds extends Error {}

/** Machines with a feed and its address, as the administrator has set them: `LUVRIT_FEEDS`, a JSON object. */
export function feedsOf(text: string | undefined): Readonly<Record<string, string>> {
  if (text === undefined || text === "") return {};
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch (cause) {
    throw new BadFeeds("LUVRIT_FEEDS is not JSON.", { cause });
  }
  if (typeof given !== "object" || given === null || Array.isArray(given))
    throw new BadFeeds("LUVRIT_FEEDS must be an object of machines and addresses.");
  const feeds: Record<string, string> = {};
  for (const [machine, address] of Object.entries(given)) {
    const isAddress =
      typeof address === "string" && URL.canParse(address) && /^https?:$/.test(new URL(address).protocol);
    if (!isAddress) throw new BadFeeds(`LUVRIT_FEEDS: the address of ${machine} must begin with http:// or https://.`);
    let end = address.length;
    while (address[end - 1] === "/") end--;
    feeds[machine] = address.slice(0, end);
  }
  return feeds;
}

let feeds: Readonly<Record<string, string>> | undefined;
const links = new Map<string, MachineLink>();

const known = () => {
  feeds ??= feedsOf(process.env.LUVRIT_FEEDS);
  return feeds;
};

export const hasFeed = (machine: string): boolean => Object.hasOwn(known(), machine);

/** The one link of this process to a machine; undefined for a machine without a feed. */
export function linkTo(machine: string): MachineLink | undefined {
  const address = hasFeed(machine) ? known()[machine] : undefined;
  if (address === undefined) return undefined;
  const link = links.get(machine) ?? new MachineLink(address);
  links.set(machine, link);
  return link;
}
