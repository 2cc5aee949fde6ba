import { describe, expect, it } from "vitest";
import { validator } from "./validate.server.ts";

const read = validator({
  type: "object",
  additionalProperties: false,
  required: ["name", "size"],
  properties: {
    name: { type: "string", minLength: 1, maxLength: 5 },
    size: { type: "number", exclusiveMinimum: 0, maximum: 20 },
    unit: { type: "string", enum: ["mm", "in"] },
    id: { type: "string", format: "uuid" },
    offset: { type: "string", pattern: "^[0-9]{1,3}$" },
    depth: { type: ["number", "null"] },
    mark: { type: "string", maxLength: 1 },
    list: { type: "array", minItems: 1, maxItems: 2, items: { type: "integer" } },
  },
});
const said = (json: unknown) => {
  const answer = read(json);
  return answer.ok ? "" : answer.refusal.message;
};
const right = { name: "Bore", size: 12 };

describe("what a schema refuses", () => {
  it.each([
    [{ size: 12 }, "name is missing."],
    [{ ...right, name: "" }, "name is empty."],
    [{ ...right, name: "Bearing" }, "name has more than 5 characters."],
    [{ ...right, size: "12" }, "size is not a number."],
    [{ ...right, size: 0 }, "size is not above 0."],
    [{ ...right, size: 21 }, "size is more than 20."],
    [{ ...right, unit: "cm" }, "unit is none of mm, in."],
    [{ ...right, id: "7" }, "id is not an id."],
    [{ ...right, offset: "T1" }, "offset is not written as it is expected."],
    [{ ...right, list: [] }, "list is an empty list."],
    [{ ...right, list: [1.5] }, "list/0 is not a whole number."],
    [{ ...right, list: [1, 2, 3] }, "list has more than 2 entries."],
    [{ ...right, depth: "7" }, "depth is not a number or empty."],
    [{ ...right, mark: "AB" }, "mark has more than 1 character."],
    [{ ...right, colour: "red" }, "The whole has a field that is not known: colour."],
    [7, "The whole is not an object."],
  ])("is said in plain words: %j", (json, message) => {
    expect(said(json)).toBe(message);
  });
  it("is nothing where all is right", () => expect(said(right)).toBe(""));
});
