/**
 * Checks the types, and fails where an object is asked for a key that may be any text: a word from outside such as
 * "constructor" then finds what every object inherits. `ownValue` and maps find own keys alone. Both checks are in one
 * script, as reading all sources takes most of their time.
 */
import path from "node:path";
import ts from "typescript";
import { ROOT } from "./setup.mjs";

/** Places that are right as they are, and why. */
const ALLOWED = {
  "core/own-value.ts": "asks for own keys first",
  "core/case/document/same-value.ts": "asks for own keys first",
  "core/case/document/patch.ts": "writes to a key that was found as an own one",
  "core/quantity/parse.ts": "keys are one of three words that a pattern lets through",
  "core/ways/circuit-requirements.ts": "writes to a key of its own",
  "app/ui/drag/parts.tsx": "keys are names of events of the browser",
  "cli/json-schema.ts": "keys are names of our own schema's tests",
  "standins/clamps/main.ts": "reads the environment",
};

const { config } = ts.readConfigFile(path.join(ROOT, "tsconfig.json"), ts.sys.readFile);
const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, ROOT);
const program = ts.createProgram(fileNames, options);
const checker = program.getTypeChecker();

const anyText = (type) =>
  Boolean(type.flags & (ts.TypeFlags.String | ts.TypeFlags.TemplateLiteral)) ||
  (type.isUnion() && type.types.some(anyText));

/** The object and the key of `object[key]` or `key in object`. */
function asked(node) {
  if (ts.isElementAccessExpression(node)) return { object: node.expression, key: node.argumentExpression };
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.InKeyword)
    return { object: node.right, key: node.left };
  return null;
}

const found = [];
for (const source of program.getSourceFiles()) {
  const file = path.relative(ROOT, source.fileName);
  if (source.isDeclarationFile || !/^(core|app|cli|standins)\//.test(file) || /\.test\.tsx?$|\/testing\//.test(file))
    continue;
  if (Object.hasOwn(ALLOWED, file)) continue;
  const visit = (node) => {
    const place = asked(node);
    const isCast = place && /\bas (keyof|never)\b/.test(place.key.getText(source));
    if (place && (isCast || anyText(checker.getTypeAtLocation(place.key)))) {
      const { line } = source.getLineAndCharacterOfPosition(node.getStart(source));
      found.push(`${file}:${line + 1}  ${node.getText(source).replace(/\s+/g, " ").slice(0, 100)}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}
const wrong = ts.getPreEmitDiagnostics(program);
if (wrong.length > 0) {
  const host = { getCanonicalFileName: (name) => name, getCurrentDirectory: () => ROOT, getNewLine: () => "\n" };
  console.error(ts.formatDiagnosticsWithColorAndContext(wrong, host));
  process.exitCode = 1;
}
for (const place of found) console.error(`${place}: may be asked for a word from outside; use ownValue or a Map`);
if (found.length > 0) process.exitCode = 1;
