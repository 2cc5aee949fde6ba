import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, openLike, sendForm, signInAs } from "./shop.ts";

export type Cells = readonly (readonly [offset: string, column: string, value: number | undefined])[];

/**
 * A lot of its own of a demo setup with an offset table, and Z of its work offset, as they are entered here: no other story changes it. Gives
 * its address.
 */
export async function ownLot(page: Page, name: string, job: string, cells: Cells, workZ?: number): Promise<string> {
  const { setup, address: like } = demoSetup(name);
  await signInAs(page, "Ines");
  const address = await openLike(page, like, job, `${setup.part}, ${job}`);
  await page.goto(`${address}/keep`);
  let base = Number((await page.getByText(/^\d+ entries/).textContent())?.split(" ")[0]);
  const send = async (fields: Readonly<Record<string, string>>) =>
    expect(await sendForm(page, address, { id: crypto.randomUUID(), base: String(base++), ...fields })).toMatch(
      /done|redirect/,
    );
  for (const [offset, column, value] of cells)
    if (value !== undefined)
      await send({ intent: "enter-cell", offset, column, value: String(Number(value.toFixed(4))), how: "value" });
  if (workZ !== undefined) {
    const value = String(workZ);
    await send({ intent: "set-work", name: setup.ownWork, axis: "z", means: "entered", value, meant: "yes" });
  }
  for (const { offset, second } of setup.tools)
    if (second) await send({ intent: "make-second", offset, of: second.of, edge: second.edge });
  return address;
}

/** The table of the demo's collar, as it was touched there. */
export const COLLAR: Cells = demoSetup("dome-collar").setup.tools.flatMap(
  ({ offset, second, x, z, nose }): Cells =>
    second
      ? []
      : [
          [offset, "geometry.x", x?.exact],
          [offset, "geometry.z", z?.exact],
          [offset, "noseRadius", nose?.noseRadius],
          [offset, "orientation", nose?.orientation],
        ],
);

/** Numbers by hand for every row, as an inch lathe shows them, with wear at 0: nothing is to be touched before parts are measured. */
export const byHand = (...offsets: readonly string[]): Cells =>
  offsets.flatMap(
    (offset): Cells => [
      [offset, "geometry.x", -5.12],
      [offset, "geometry.z", -8.2],
      [offset, "wear.x", 0],
      [offset, "wear.z", 0],
    ],
  );
