/** The worker thread's one function: a task by its name. */
import "#core/codebook/editions.ts";
import { TASKS } from "./tasks.tsx";

export default ({ task, input }: { task: keyof typeof TASKS; input: never }): unknown => TASKS[task](input);
