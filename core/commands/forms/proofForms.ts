import { PROOF_FOUND } from "../../ledger/index.ts";
import { form } from "./formSchema.ts";

const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const typed = { type: "string", maxLength: 200 } as const;
const sizeUnit = { type: "string", enum: ["mm", "in"] } as const;

/** What Clear and Prove may ask for. */
export const proofForms = {
  "record-reach": form("record-reach", ["offset", "sizeUnit", "xFrom", "xTo", "zFrom", "zTo", "retractX", "retractZ"], {
    offset,
    sizeUnit,
    xFrom: typed,
    xTo: typed,
    zFrom: typed,
    zTo: typed,
    retractX: typed,
    retractZ: typed,
  } as const),
  "describe-front": form("describe-front", ["what", "diameter", "z", "sizeUnit"], {
    what: { type: "string", enum: ["nothing", "tailstock", "sub-spindle"] },
    diameter: typed,
    z: typed,
    sizeUnit,
  } as const),
  "record-proof": form("record-proof", ["offset", "found", "x", "z", "source", "note"], {
    offset,
    found: { type: "string", enum: PROOF_FOUND },
    /** What the machine's readout showed at the pauses, as typed or as the feed said it; empty where it was not read. */
    x: typed,
    z: typed,
    source: { type: "string", enum: ["seen", "keyed", "feed"] },
    note: { type: "string", maxLength: 400 },
  } as const),
} as const;
