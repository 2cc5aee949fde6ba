import { FirstPartPage } from "../../app/first-part/FirstPartPage.tsx";
import { loadedSetup } from "../../app/offline/loadedSetup.ts";
import { ChecksView } from "../../app/prove/ChecksView.tsx";
import { TablePage } from "../../app/table/TablePage.tsx";
import { TouchPage } from "../../app/touch/TouchPage.tsx";
import type { Book } from "./book.ts";
import { all, byId, drawn, labelled, type Part, wordsOf } from "./page.tsx";

/** What every page of a setup is given, for a person who may enter things. */
export function loaded(book: Book) {
  const person = { id: "1", name: "Ines", role: "setter" as const, decimalMark: undefined };
  const around = { hasFeed: false, isShared: false, spacers: [], gauges: [], shop: {}, history: {} };
  return loadedSetup("trial", book.state, person as Parameters<typeof loadedSetup>[2], around);
}

export const touchPage = (book: Book, offset: string, step: string): Part =>
  drawn(<TouchPage {...loaded(book)} />, `/setups/trial/touch?tool=${offset}&do=${step}`);

/** The box that says what to key, as it is read aloud. */
export function keyIn(book: Book, offset: string, step: string): string {
  const box = byId(touchPage(book, offset, step), "key-in");
  return box ? wordsOf(box).trim() : "";
}

export const ladder = (book: Book, offset: string, step: string): string =>
  all(touchPage(book, offset, step))
    .filter(({ tag, attributes }) => tag === "section" && (attributes["aria-label"] ?? "").startsWith("Result"))
    .map(wordsOf)
    .join(" ");

export const table = (book: Book, side = "cell"): string =>
  wordsOf(drawn(<TablePage {...loaded(book)} files={[]} />, `/setups/trial/table?side=${side}`));

export function check(book: Book, offset: string): string {
  return wordsOf(drawn(<ChecksView {...loaded(book)} />, `/setups/trial/prove?view=checks&tool=${offset}`));
}

export function correction(book: Book, offset: string, axis: "x" | "z"): string {
  const page = drawn(
    <FirstPartPage {...loaded(book)} gauges={[]} pastWear={{}} program={undefined} tolerances={[]} />,
    `/setups/trial/first-part?of=${encodeURIComponent(`${offset} ${axis}`)}`,
  );
  const panel = labelled(page, /^Correction, /);
  return panel ? wordsOf(panel) : wordsOf(page);
}

/** One screen of a setup at its address. */
export function page(book: Book, screen: "touch" | "prove" | "first-part", query: string): Part {
  const address = `/setups/trial/${screen}?${query}`;
  switch (screen) {
    case "touch":
      return drawn(<TouchPage {...loaded(book)} />, address);
    case "prove":
      return drawn(<ChecksView {...loaded(book)} />, address);
    case "first-part":
      return drawn(
        <FirstPartPage {...loaded(book)} gauges={[]} pastWear={{}} program={undefined} tolerances={[]} />,
        address,
      );
  }
}
