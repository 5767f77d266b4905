/** Reminders of a job in the United Kingdom. */
import type { ReminderRule } from "../reminders.ts";

export const ukReminders: readonly ReminderRule[] = [
  {
    id: "rcd-button",
    text: "Have the customer press the test button of the RCD",
    rule: "BS 7671 514.12.2: every six months",
    everyMonths: 6,
    isFor: () => true,
  },
];
