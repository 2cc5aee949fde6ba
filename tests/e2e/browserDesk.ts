import type { Page } from "@playwright/test";
import type { SetupForm } from "../../core/commands/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { Book } from "../judge/book.ts";
import type { Desk, DeskTool, Screen } from "../judge/desk.ts";
import { type Part, partOf } from "../judge/page.tsx";
import { expect, sendForm, signInAs } from "./shop.ts";

/** A desk in a real browser: touches are typed into the page, everything else goes in as its forms; pages are read as they stand. */
export class BrowserDesk implements Desk {
  private address = "";
  /** What the ledger of the server holds too, so that the job knows how far it is without asking the page. */
  private readonly book = new Book();

  constructor(
    private readonly browser: Page,
    private readonly job: string,
  ) {}

  get view(): SetupView {
    return this.book.view;
  }
  nextId(): string {
    return crypto.randomUUID();
  }

  async open(machine: MachineProfile, master: string | undefined, tools: readonly DeskTool[]): Promise<void> {
    const own = { ...machine, id: this.job.toLowerCase(), name: `Trial lathe ${this.job}` };
    this.book.open(own, master === undefined ? {} : { master });
    this.book.load(tools);
    await signInAs(this.browser, "Marit");
    await this.post("/workshop/machines.data", { intent: "import-machines", text: JSON.stringify([own]) });
    const id = crypto.randomUUID();
    this.address = `/setups/${id}`;
    await this.post("/setups/new.data", {
      id,
      machine: own.id,
      job: this.job,
      part: "Trial pin",
      operation: "op 1",
      workOffset: "G54",
      sizeUnit: "mm",
      material: "brass",
      nominalDiameter: "40",
      oversize: "0.4",
      stickOut: "60",
      chuckDiameter: "120",
      toFace: "0.5",
      master: master ?? "",
    });
    for (const [index, { offset, tool }] of tools.entries()) {
      const { kind, ...rest } = tool;
      const typed = Object.entries(rest).map(([name, value]) => [
        name,
        typeof value === "boolean" ? (value ? "yes" : "no") : String(value),
      ]);
      await this.form("load-tool", index + 1, {
        offset,
        station: offset,
        kind,
        sizeUnit: "mm",
        toleranceX: "0.02",
        toleranceZ: "0.05",
        typed: JSON.stringify(Object.fromEntries(typed)),
      });
    }
  }

  async send(intent: SetupForm["intent"], fields: Readonly<Record<string, string>> = {}): Promise<void> {
    const refused = await this.tried(intent, fields);
    if (refused !== undefined) throw new Error(`${intent} was refused: ${refused}`);
  }

  async tried(intent: SetupForm["intent"], fields: Readonly<Record<string, string>>): Promise<string | undefined> {
    const base = this.book.state.seq;
    const refused = this.book.tried(intent, fields);
    if (refused !== undefined) return refused;
    if (intent === "accept-touch" && fields.settled === undefined) await this.type(fields);
    else await this.form(intent, base, fields);
    return undefined;
  }

  private async go(screen: Screen, query: string): Promise<void> {
    await this.browser.goto(`${this.address}/${screen}?${query}`);
  }

  async page(screen: Screen, query: string): Promise<Part> {
    await this.go(screen, query);
    return partOf(await this.browser.locator("body").innerHTML());
  }

  /** Types a touch into the page that shows it, and accepts it there. */
  private async type({ offset = "", axis = "", solveFor, ...typed }: Readonly<Record<string, string>>): Promise<void> {
    await this.go("touch", `tool=${offset}&do=${solveFor === "work" ? "work" : axis}`);
    await this.browser.waitForLoadState("networkidle");
    for (const field of ["machine", "size", "spacer", "trigger", "commanded", "overhang", "old", "retreat", "jog"]) {
      const text = typed[field];
      if (text !== undefined) await this.browser.locator(`input[name="${field}"]`).fill(text);
    }
    // The shop has spacers of its own: a thickness that is not among them is asked about once.
    const accept = this.browser.getByRole("button", { name: /^(Accept|Yes, keep) / });
    const answered = this.browser.waitForResponse((response) => response.request().method() === "POST");
    await accept.click();
    expect((await answered).status()).toBeLessThan(400);
  }

  private async form(intent: string, base: number, fields: Readonly<Record<string, string>>): Promise<void> {
    const told = { intent, id: crypto.randomUUID(), base: String(base), ...fields };
    expect(await sendForm(this.browser, this.address, told), intent).toMatch(/done|redirect/i);
  }

  private async post(address: string, fields: Readonly<Record<string, string>>): Promise<void> {
    const answer = await this.browser.evaluate(
      async ([to, body]) => {
        const content = new FormData();
        for (const [name, value] of Object.entries(body)) content.set(name, value);
        const response = await fetch(to, { method: "POST", body: content });
        return `${response.status} ${await response.text()}`;
      },
      [address, fields] as const,
    );
    expect(answer).toMatch(/^20[02]/);
  }
}
