import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

/** A loop that a control runs three times, and a rotation that lathes disagree on. */
const LOOP = `%
O7001 (SPACER, LOOP)
G21 G40 G54
T0101 (FACE AND TURN)
G50 S2500
#1=30
G0 X62. Z2.
WHILE[#1 GT 0]DO1
G1 X[20+#1] Z-#1 F.2
#1=#1-10
END1
G0 X62. Z2.
T0303 (FINISH)
G68 X0 Z0 R30.
G1 X40. Z-5. F.1
G69
M30
%
`;

longTest(
  "a program's loop is followed to its end, and what is not carried out keeps every verdict from being green",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-157", "Tube, with a loop");
    await page.goto(`${address}/prepare`);
    await page
      .getByLabel(/Choose the program's file|Import another program/)
      .setInputFiles({ name: "O7001.nc", mimeType: "text/plain", buffer: Buffer.from(LOOP, "latin1") });
    await page.getByRole("button", { name: "Import this program" }).click();
    const left = page.getByRole("region", { name: "Not followed" });
    await expect(left).toContainText("Not followed: 1");
    // Counted by hand from the percent sign on: the fourteenth line.
    await expect(left).toContainText(/line 14, G68.*: it is not carried out here/);

    await page.goto(`${address}/prove?view=rehearsal`);
    await expect(page.getByText("not all of it was played; nothing was met in what was")).toBeVisible();
    await expect(page.getByRole("region", { name: "Not played" })).toContainText("line 14, G68");
    await expect(page.getByText("nothing is hit, nothing comes close")).toHaveCount(0);

    await page.goto(`${address}/keep`);
    await expect(page.getByText("O7001.nc: 1 place not followed, first in line 14")).toBeVisible();
  },
);

/** A retreat that cancels the offset does no harm; a rapid back to the part without an offset leads where the control alone knows. */
const CANCELLED = `%
O7002 (SPACER)
G21 G40 G54 G99
T0101 (FACE AND TURN)
G50 S2500
G0 X62. Z2.
G1 X50. F.2
G0 X62. Z5.
G0 X80. Z30. T0100
G0 X62. Z8.
M30
%
`;

longTest("a rapid with the offset cancelled is not played as if the control's answer were known", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("dome-collar").address, "F-158", "Collar, offset cancelled");
  await page.goto(`${address}/prepare`);
  const choose = page.getByLabel(/Choose the program's file|Import another program/);
  const take = async (text: string) => {
    await choose.setInputFiles({ name: "O7002.nc", mimeType: "text/plain", buffer: Buffer.from(text, "latin1") });
    await page.getByRole("button", { name: "Import this program" }).click();
    await expect(page.getByText("O7002.nc").first()).toBeVisible();
  };
  await take(CANCELLED);
  await page.goto(`${address}/prove?view=rehearsal`);
  // Counted by hand from the percent sign on: the tenth line leads from Z30 back to Z8.
  await expect(page.getByRole("region", { name: "Not drawn" })).toContainText(
    /line 10, station 1: moves towards the part with the offset cancelled/,
  );
  await expect(page.getByText("nothing is hit, nothing comes close")).toHaveCount(0);
});
