import { type Pool, sqlOn } from "../database/pool.server.ts";
import { log } from "../http/log.server.ts";
import { countLate } from "../late/lateRepository.server.ts";
import { type Claim, readClaims } from "./claimsRepository.server.ts";

/** What an open page of a setup is told: how far its ledger is, who is on which tool, and what waits for a lead. */
export interface SetupNews {
  readonly seq: number;
  /** Entries that came after the sign-off and wait for a lead. */
  readonly late: number;
  readonly claims: readonly Claim[];
}

/** Well within the two seconds in which a change is to be seen on every open page. */
const LOOK_EVERY_MS = 600;
/** News are repeated this often although there are none, so that a dead connection is noticed. */
const REPEAT_EVERY_MS = 10_000;

type Listener = (news: SetupNews) => void;

/**
 * Tells the open pages of setups what has changed, whichever process of ours changed it: all that is listened to is asked
 * for in one query, from the ledger's own tables, so that no other bus is needed.
 */
export class NewsDesk {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly told = new Map<string, { readonly text: string; readonly at: number }>();
  private timer: NodeJS.Timeout | undefined;

  constructor(private readonly pool: () => Pool) {}

  /** Tells a listener from now on; the answer ends it. */
  listen(setupId: string, listener: Listener): () => void {
    const own = this.listeners.get(setupId) ?? new Set();
    own.add(listener);
    this.listeners.set(setupId, own);
    // A new listener is told at once.
    this.told.delete(setupId);
    this.timer ??= setTimeout(() => this.look(), 0);
    return () => {
      own.delete(listener);
      if (own.size > 0) return;
      this.listeners.delete(setupId);
      this.told.delete(setupId);
    };
  }

  private async look(): Promise<void> {
    try {
      await this.tell();
    } catch (failure) {
      // Pages notice by themselves that nothing comes; the next look may succeed.
      log.warn({ err: failure }, "looking for news");
    }
    this.timer = this.listeners.size === 0 ? undefined : setTimeout(() => this.look(), LOOK_EVERY_MS);
  }

  private async tell(): Promise<void> {
    const ids = [...this.listeners.keys()];
    if (ids.length === 0) return;
    const sql = sqlOn(this.pool());
    const [rows, claims, late] = await Promise.all([
      sql.rows<{ id: string; seq: number }>(
        `SELECT id, seq FROM setups WHERE id IN (${ids.map(() => "?").join(", ")})`,
        ids,
      ),
      readClaims(sql, ids),
      countLate(sql, ids),
    ]);
    const now = Date.now();
    for (const { id, seq } of rows) {
      const news: SetupNews = { seq, late: late.get(id) ?? 0, claims: claims.get(id) ?? [] };
      const text = JSON.stringify(news);
      const told = this.told.get(id);
      if (told && told.text === text && now - told.at < REPEAT_EVERY_MS) continue;
      this.told.set(id, { text, at: now });
      for (const listener of this.listeners.get(id) ?? []) listener(news);
    }
  }
}
