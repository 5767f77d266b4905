/** The worker thread where nothing is built, as in tests: the sources are read as they are. */
import { register } from "tsx/esm/api";

register();
const { default: work } = await import("./worker.ts");
export default work;
