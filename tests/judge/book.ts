import { type CommandResult, makeCommand, readOwnList, type SetupForm } from "../../core/commands/index.ts";
import {
  apply,
  type Command,
  decide,
  EMPTY_SETUP,
  makeEntry,
  type SetupState,
  type SetupView,
  viewSetup,
} from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import type { Tool } from "../../core/tool/index.ts";

/** A setup kept in memory: forms go in as a page sends them, and are worked out as the server works them out. */
export class Book {
  state: SetupState = EMPTY_SETUP;
  private count = 0;

  get view(): SetupView {
    return viewSetup(this.state);
  }

  open(machine: MachineProfile, more: Partial<Extract<Command, { kind: "setup-opened" }>["payload"]> = {}): void {
    const stock = {
      material: "brass",
      nominalDiameter: 40,
      oversize: 0.4,
      stickOut: 60,
      chuckDiameter: 120,
      toFace: 0.5,
    };
    const plain = { job: "T-001", part: "Trial pin", operation: "op 1", program: "", workOffset: { name: "G54" } };
    this.add({
      id: this.nextId(),
      kind: "setup-opened",
      payload: { ...plain, machine, stock, ...more },
    });
  }

  /** Tools, each in the station of its own number. */
  load(tools: readonly { readonly offset: string; readonly tool: Tool }[]): void {
    const tolerance = { x: 0.02, z: 0.05 };
    for (const { offset, tool } of tools)
      this.add({
        id: this.nextId(),
        kind: "tool-loaded",
        payload: { offset, station: offset, tool, tolerance },
      });
  }

  /** Sends a form; a refusal is thrown with its words, for a person would have to stop there. */
  send(intent: SetupForm["intent"], fields: Readonly<Record<string, string>> = {}): void {
    const refused = this.tried(intent, fields);
    if (refused !== undefined) throw new Error(`${intent} ${JSON.stringify(fields)} was refused: ${refused}`);
  }

  /** The same; gives the words of a refusal. */
  tried(intent: SetupForm["intent"], fields: Readonly<Record<string, string>> = {}): string | undefined {
    const form = { intent, id: this.nextId(), base: String(this.state.seq), ...fields } as unknown as SetupForm;
    const actor = { name: "Ines", role: "setter", decimalMark: undefined, readList: readOwnList } as const;
    const made: CommandResult = makeCommand(this.state, form, actor, {
      history: {},
      spacers: [],
      shop: {},
      program: undefined,
      left: [],
      gauges: [],
    });
    if ("outcome" in made) return made.message;
    this.add(made);
    return undefined;
  }

  add(command: Command): void {
    const decided = decide(this.state, command);
    if (!decided.ok) throw new Error(decided.refusal.message);
    const seq = this.state.seq + 1;
    const at = new Date(Date.UTC(2026, 0, 1, 8, 0, seq)).toISOString();
    this.state = apply(this.state, makeEntry(command, seq, { base: seq - 1, person: "Ines", device: "tablet", at }));
  }

  nextId(): string {
    this.count += 1;
    return `00000000-0000-4000-8000-${String(this.count).padStart(12, "0")}`;
  }
}
