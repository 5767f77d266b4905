import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { type AppliedEdit, editSchema, rebaseOverEdits } from "./edit.ts";
import { rebaseSequence } from "./edit-queue.ts";
import { applyPatch, invertPatch, type Patch, type PatchOperation, rebasePatch, resolveAppendPaths } from "./patch.ts";
import { retargetPatchById } from "./retarget-patch.ts";
import { setValue, valueAt } from "./set-value.ts";

const base = {
  title: "Home",
  loads: [
    { id: "a", va: 1 },
    { id: "b", va: 2 },
    { id: "c", va: 3 },
  ],
};

/** Any single operation on the base document. */
const operation: fc.Arbitrary<PatchOperation> = fc.oneof(
  fc.record({
    op: fc.constant("replace" as const),
    path: fc.constantFrom("/title", "/loads/0/va", "/loads/1/va", "/loads/2/va"),
    value: fc.integer(),
  }),
  fc.record({
    op: fc.constant("add" as const),
    path: fc.constantFrom("/loads/0", "/loads/1", "/loads/3"),
    value: fc.record({ id: fc.uuid(), va: fc.integer() }),
  }),
  fc.record({ op: fc.constant("remove" as const), path: fc.constantFrom("/loads/0", "/loads/1", "/loads/2") }),
);

describe("a patch", () => {
  it("and its inverse cancel", () => {
    fc.assert(
      fc.property(operation, (op) => {
        const patch = [op];
        expect(applyPatch(applyPatch(base, patch), invertPatch(base, patch))).toEqual(base);
      }),
    );
  });
  it("and its inverse cancel where one operation builds on another", () => {
    const patch: Patch = [
      { op: "add", path: "/loads/-", value: { id: "d", va: 4 } },
      { op: "replace", path: "/loads/3/va", value: 5 },
      { op: "add", path: "/customer", value: "Somebody" },
      { op: "remove", path: "/loads/0" },
    ];
    const inverse = invertPatch(base, patch);
    expect(inverse).toEqual([
      { op: "add", path: "/loads/0", value: { id: "a", va: 1 } },
      { op: "remove", path: "/customer" },
      { op: "replace", path: "/loads/3/va", value: 4 },
      { op: "remove", path: "/loads/3" },
    ]);
    expect(applyPatch(applyPatch(base, patch), inverse)).toEqual(base);
  });
  it("has an inverse that names only what a replaced object changes", () => {
    const patch: Patch = [{ op: "replace", path: "/loads/1", value: { id: "b", va: 7 } }];
    expect(invertPatch(base, patch)).toEqual([{ op: "replace", path: "/loads/1/va", value: 2 }]);
    expect(invertPatch(base, [{ op: "replace", path: "/title", value: "Home" }])).toEqual([]);
  });
  it("never changes the document it is given, and refuses a path that is not there", () => {
    const before = structuredClone(base);
    expect(() =>
      applyPatch(base, [
        { op: "replace", path: "/title", value: 1 },
        { op: "replace", path: "/nowhere/x", value: 1 },
      ]),
    ).toThrow(/does not fit/);
    expect(base).toEqual(before);
  });
  it("writes appending as the place it takes", () => {
    const twice: Patch = [
      { op: "add", path: "/loads/-", value: { id: "d" } },
      { op: "add", path: "/loads/-", value: { id: "e" } },
    ];
    expect(resolveAppendPaths(base, twice).map((o) => o.path)).toEqual(["/loads/3", "/loads/4"]);
  });
});

describe("moving over an edit that came first", () => {
  it("either conflicts for both, or gives the same document in either order", () => {
    fc.assert(
      fc.property(operation, operation, (a, b) => {
        const aOverB = rebasePatch([a], [b]);
        const bOverA = rebasePatch([b], [a]);
        expect(aOverB === null).toBe(bOverA === null);
        if (!aOverB || !bOverA) return;
        const ids = (d: typeof base) => d.loads.map((l) => `${l.id}=${l.va}`).sort();
        const first = applyPatch(applyPatch(base, [b]), aOverB);
        const second = applyPatch(applyPatch(base, [a]), bOverA);
        expect(first.title).toEqual(second.title);
        expect(ids(first)).toEqual(ids(second));
      }),
    );
  });
  it("follows a load whose place has moved", () => {
    const patch: Patch = [{ op: "replace", path: "/loads/2/va", value: 9 }];
    expect(rebasePatch(patch, [{ op: "remove", path: "/loads/0" }])).toEqual([
      { op: "replace", path: "/loads/1/va", value: 9 },
    ]);
    expect(rebasePatch(patch, [{ op: "add", path: "/loads/0", value: {} }])).toEqual([
      { op: "replace", path: "/loads/3/va", value: 9 },
    ]);
  });
  it("conflicts where both change the same field, or one takes away what the other changes", () => {
    const patch: Patch = [{ op: "replace", path: "/loads/1/va", value: 9 }];
    expect(rebasePatch(patch, [{ op: "replace", path: "/loads/1/va", value: 7 }])).toBeNull();
    expect(rebasePatch(patch, [{ op: "remove", path: "/loads/1" }])).toBeNull();
    expect(rebasePatch(patch, [{ op: "replace", path: "/loads", value: [] }])).toBeNull();
  });
  it("names the edit that it conflicts with", () => {
    const theirs: AppliedEdit = {
      id: "x",
      revision: 4,
      patch: [{ op: "replace", path: "/title", value: "T" }],
      by: "Mara",
      at: "",
    };
    expect(rebaseOverEdits([{ op: "replace", path: "/title", value: "U" }], [theirs])).toEqual({ conflict: theirs });
  });
  it("moves a sequence of own edits, the later made on the earlier", () => {
    const own: Patch[] = [
      [{ op: "add", path: "/loads/3", value: { id: "mine", va: 5 } }],
      [{ op: "replace", path: "/loads/3/va", value: 6 }],
    ];
    const first: Patch[] = [[{ op: "add", path: "/loads/3", value: { id: "theirs", va: 1 } }]];
    const { kept, lost } = rebaseSequence(base, own, first);
    expect(lost).toEqual([]);
    const theirs = applyPatch(base, [{ op: "add", path: "/loads/3", value: { id: "theirs", va: 1 } }]);
    const merged = kept.reduce((d, { patch }) => applyPatch(d, patch), theirs);
    expect(merged.loads.slice(3)).toEqual([
      { id: "theirs", va: 1 },
      { id: "mine", va: 6 },
    ]);
  });
});

describe("a sequence without some of its patches", () => {
  const own: Patch[] = [
    [{ op: "add", path: "/loads/0", value: { id: "gone", va: 5 } }],
    [{ op: "replace", path: "/loads/0/va", value: 6 }],
    [{ op: "replace", path: "/loads/2/va", value: 7 }],
    [{ op: "replace", path: "/title", value: "U" }],
  ];
  it("loses its references, and no other part", () => {
    const { kept, lost, end, over } = rebaseSequence(base, own, [], new Set([0]));
    expect(lost.map((l) => l.index)).toEqual([0, 1]);
    const without = kept.reduce((d, { patch }) => applyPatch(d, patch), base);
    expect(without.loads.map((l) => l.id)).toEqual(base.loads.map((l) => l.id));
    expect(without.loads[1]?.va).toBe(7);
    expect(without.title).toBe("U");
    expect(over.reduce((d, p) => applyPatch(d, p), end)).toEqual(without);
  });
  it("keeps what does not touch a change that came first", () => {
    const theirs: Patch = [{ op: "replace", path: "/title", value: "T" }];
    const { kept, lost } = rebaseSequence(base, own.toReversed(), [theirs]);
    expect(lost.map((l) => l.patch)).toEqual([own[3]]);
    expect(kept).toHaveLength(3);
  });
});

describe("a patch for another version of the case", () => {
  const other = { ...base, loads: base.loads.toReversed() };
  it("finds list elements by id", () => {
    const patch: Patch = [
      { op: "replace", path: "/loads/0/va", value: 9 },
      { op: "add", path: "/loads/9", value: { id: "new", va: 1 } },
      { op: "remove", path: "/loads/1" },
    ];
    const moved = retargetPatchById(
      patch,
      { ...base, loads: [...base.loads, ...Array.from({ length: 9 }, (_, i) => ({ id: `x${i}`, va: 1 }))] },
      other,
    );
    const after = moved && applyPatch(other, moved);
    expect(after?.loads.find((l) => l.id === base.loads[0]?.id)?.va).toBe(9);
    expect(after?.loads.some((l) => l.id === base.loads[1]?.id)).toBe(false);
    expect(after?.loads.at(-1)?.id).toBe("new");
  });
  it("is null for a removed element", () => {
    const without = { ...base, loads: base.loads.slice(1) };
    expect(retargetPatchById([{ op: "replace", path: "/loads/0/va", value: 9 }], base, without)).toBeNull();
    expect(retargetPatchById([{ op: "remove", path: "/loads/0" }], base, without)).toBeNull();
  });
  it("is the same for the same version (property)", () => {
    fc.assert(
      fc.property(fc.nat(base.loads.length - 1), fc.nat(9000), (at, va) => {
        const patch: Patch = [{ op: "replace", path: `/loads/${at}/va`, value: va }];
        expect(retargetPatchById(patch, base, base)).toEqual(patch);
      }),
    );
  });
});

describe("an edit from outside", () => {
  const good = { id: "12345678", baseRevision: 0, patch: [{ op: "replace", path: "/title", value: "T" }] };
  it.each([
    [{ ...good, id: "short" }],
    [{ ...good, baseRevision: -1 }],
    [{ ...good, patch: [] }],
    [{ ...good, patch: [{ op: "move", path: "/title", from: "/x" }] }],
    [{ ...good, patch: [{ op: "replace", path: "", value: {} }] }],
    [{ ...good, patch: [{ op: "add", path: "/__proto__/x", value: 1 }] }],
  ])("is refused where it is %o", (edit) => {
    expect(editSchema.isValidSync(good)).toBe(true);
    expect(editSchema.isValidSync(edit, { strict: true })).toBe(false);
  });
});

describe("setting a value", () => {
  it("makes what of the path is missing, and nothing where nothing changes", () => {
    const bare = { need: null } as { need: unknown };
    const made = applyPatch(bare, setValue(bare, "/need/pluggedIn/from", "20:00"));
    expect(valueAt(made, "/need/pluggedIn/from")).toBe("20:00");
    expect(setValue(made, "/need/pluggedIn/from", "20:00")).toEqual([]);
    expect(setValue(usCase(), "/measured/days", undefined)).toEqual([]);
    expect(applyPatch(made, setValue(made, "/need/pluggedIn/from", undefined))).toEqual({ need: { pluggedIn: {} } });
  });
});
