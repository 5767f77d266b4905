/** A worker thread where nothing is built, as in tests: the sources are read as they are. */
import path from "node:path";
import { workerData } from "piscina";
import { register } from "tsx/esm/api";

register();
const { default: work } = await import(path.resolve(workerData.source));
export default work;
