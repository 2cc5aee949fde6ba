import { sql } from "../../server/context.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { standingSetups } from "../../server/ledger/setupsRepository.server.ts";
import { noteSetupDevice } from "../../server/news/devicesRepository.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import type { Route } from "./+types/setupDevice";

interface DeviceSays {
  readonly device: string;
  /** Whether a page of the setup is open on it. */
  readonly isOpen: boolean;
  /** Entries for the setup that wait on it. */
  readonly waiting: number;
}
const readSaid = validator<DeviceSays>({
  type: "object",
  additionalProperties: false,
  required: ["device", "isOpen", "waiting"],
  properties: {
    device: { type: "string", format: "uuid" },
    isOpen: { type: "boolean" },
    waiting: { type: "integer", minimum: 0, maximum: 100_000 },
  },
});

/** A device says that it has a setup open, what waits on it, or that it leaves. */
export async function action({ request, params: { setupId }, context }: Route.ActionArgs) {
  const person = await mustBeQuietly({ request, context }, "setter");
  const read = readSaid(await request.json().catch(() => undefined));
  if (!read.ok) return Response.json({ message: "Not understood." }, { status: 400 });
  const [known] = await standingSetups(sql(), [setupId]);
  if (known === undefined) return Response.json({ message: "No such setup." }, { status: 404 });
  await noteSetupDevice(sql(), setupId, { ...read.value, person, kind: deviceOf(request) });
  return new Response(null, { status: 204 });
}
