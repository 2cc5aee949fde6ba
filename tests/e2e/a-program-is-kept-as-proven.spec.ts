import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs } from "./shop.ts";

const TURNED = `%
O4471 (SPACER RING)
G21 G40 G54
T0101 (FACE AND TURN)
G50 S2500
G96 S200 M3
G0 X62. Z0
G1 X-1.6 F.2
G0 X58. Z2.
G1 Z-12. F.2
G28 U0 W0
M30
%
`;
const file = (name: string, text: string) => ({ name, mimeType: "text/plain", buffer: Buffer.from(text, "latin1") });

async function takeAway(page: Page): Promise<string> {
  const waiting = page.waitForEvent("download");
  await page.getByRole("link", { name: "Program for the control" }).click();
  return readFileSync(await (await waiting).path(), "latin1");
}

longTest(
  "a program that was changed at the control is saved as proven, goes out again, and the next setup begins with it",
  async ({ page }) => {
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-082", "Spacer ring, proven");
    await page.goto(`${address}/prepare`);
    await page.getByLabel("Choose the program's file").setInputFiles(file("O4471.nc", TURNED));
    await page.getByRole("button", { name: "Import this program" }).click();
    await expect(page.getByText("O4471.nc", { exact: true })).toBeVisible();

    await page.goto(`${address}/keep`);
    const panel = page.getByRole("region", { name: "Proven program" });
    await expect(panel).toContainText("O4471.nc is not saved as proven yet.");
    await expect(page.getByRole("region", { name: "What is unproven" })).toContainText("O4471.nc: not saved as proven");
    await panel.getByRole("button", { name: "It ran as it went out: save it as proven" }).click();
    await expect(panel).toContainText("No line differs from what came in.");
    await expect(page.getByRole("region", { name: "What is unproven" })).not.toContainText("saved as proven");

    // Slower, and with coolant: two lines, counted by hand.
    const ran = TURNED.replace("G96 S200 M3", "G96 S160 M3").replace("G0 X58. Z2.", "M8\nG0 X58. Z2.");
    await panel.getByLabel("Choose the program as it came back from the control").setInputFiles(file("O4471.nc", ran));
    await panel.getByRole("button", { name: "Save O4471.nc as proven" }).click();
    await expect(panel).toContainText("as it came back from the control, saved by Ines");
    await expect(panel).toContainText("2 lines differ from what came in.");
    const lines = panel.getByRole("list", { name: "Changed lines of the proven program" }).getByRole("listitem");
    await expect(lines).toHaveText([/6G96 S200 M3G96 S160 M3/, /9M8/]);
    expect((await takeAway(page)).replace(/\r/g, "")).toContain("G96 S160 M3\nG0 X62. Z0\nG1 X-1.6 F.2\nM8\n");

    await page.goto(`/setups/new?from=${address.split("/").at(-1)}`);
    const program = page.getByRole("row", { name: /^Program/ });
    await expect(program).toContainText("saved as proven by Ines, as it came back, 2 lines changed");
    await page.getByRole("button", { name: "Open the setup" }).click();
    await expect(page).toHaveURL(/\/setups\/[0-9a-f-]{36}\//);
    await page.goto(`${new URL(page.url()).pathname.split("/").slice(0, 3).join("/")}/prepare`);
    expect((await takeAway(page)).replace(/\r/g, "")).toContain("G96 S160 M3");
  },
);
