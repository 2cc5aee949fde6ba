import { styled } from "styled-components";
import type { Audited, AuditLine } from "../../server/people/auditRepository.server.ts";
import { EmptyList } from "../ui/EmptyState.tsx";
import { color, size } from "../ui/tokens.ts";

const WORDS: Readonly<Record<Audited, string>> = {
  "signed-in": "signed in",
  "sign-in-failed": "wrong PIN or passphrase",
  "locked-out": "too many wrong ones, held back",
  "signed-out": "signed out",
  switched: "went on at a device",
  "sessions-ended": "signed out everywhere",
  "person-added": "let in",
  "role-changed": "role changed",
  "secret-changed": "new PIN or passphrase",
  "person-left": "has left",
  "person-back": "is back",
  "first-lead": "became the first lead",
  unlocked: "let try again",
};
/** What a lead should look at. */
const CALLS: readonly Audited[] = ["sign-in-failed", "locked-out", "role-changed", "sessions-ended"];

/** Who came in and what they may do, newest first. */
export function SignInsSection({ lines }: { readonly lines: readonly AuditLine[] }) {
  if (lines.length === 0) return <EmptyList>Nobody has signed in yet.</EmptyList>;
  return (
    <Room tabIndex={0} role="region" aria-label="Who came in">
      <table>
        <thead>
          <tr>
            {["When, UTC", "Who", "What", "By", "Where"].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(({ id, at, person, event, detail, by, device, address }) => (
            <tr key={id} data-calls={CALLS.includes(event)}>
              <td>{at.slice(0, 19).replace("T", " ")}</td>
              <th scope="row">{person}</th>
              <td>
                {WORDS[event]}
                {detail && ` (${detail})`}
              </td>
              <td>{by === person ? "" : by}</td>
              <td>{[device, address].filter((word) => word !== "").join(", ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Room>
  );
}

const Room = styled.div`
  overflow: auto;
  background: ${color("sheet")};
  table { width: 100%; border-collapse: collapse; font-size: ${size.small}; }
  th, td { padding: 8px 14px; border-bottom: 1px solid ${color("line")}; text-align: left; font-variant-numeric: tabular-nums; }
  thead th { position: sticky; top: 0; background: ${color("sheet")}; }
  tr[data-calls="true"] td:nth-child(3) { color: ${color("spacer")}; font-weight: 700; }
`;
