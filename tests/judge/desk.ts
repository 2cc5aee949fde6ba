import type { SetupForm } from "../../core/commands/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { Book } from "./book.ts";
import type { Part } from "./page.tsx";
import { page } from "./screens.tsx";

export type Screen = "touch" | "prove" | "first-part";
export interface DeskTool {
  readonly offset: string;
  readonly tool: Tool;
}

/** Where a setter sits: what goes into Luvrit, and the pages that come of it. */
export interface Desk {
  readonly view: SetupView;
  nextId(): string;
  open(machine: MachineProfile, master: string | undefined, tools: readonly DeskTool[]): Promise<void>;
  /** Sends a form; a refusal is thrown with its words. */
  send(intent: SetupForm["intent"], fields?: Readonly<Record<string, string>>): Promise<void>;
  /** The same; gives the words of a refusal. */
  tried(intent: SetupForm["intent"], fields: Readonly<Record<string, string>>): Promise<string | undefined>;
  page(screen: Screen, query: string): Promise<Part>;
}

/** A desk without server or browser: pages are drawn from a setup kept in memory. */
export class PaperDesk implements Desk {
  private readonly book = new Book();

  get view(): SetupView {
    return this.book.view;
  }
  nextId(): string {
    return this.book.nextId();
  }
  async open(machine: MachineProfile, master: string | undefined, tools: readonly DeskTool[]): Promise<void> {
    this.book.open(machine, master === undefined ? {} : { master });
    this.book.load(tools);
  }
  async send(intent: SetupForm["intent"], fields: Readonly<Record<string, string>> = {}): Promise<void> {
    this.book.send(intent, fields);
  }
  async tried(intent: SetupForm["intent"], fields: Readonly<Record<string, string>>): Promise<string | undefined> {
    return this.book.tried(intent, fields);
  }
  async page(screen: Screen, query: string): Promise<Part> {
    return page(this.book, screen, query);
  }
}
