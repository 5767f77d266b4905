/** Reminders of a job in North America. */
import type { ReminderRule } from "../reminders.ts";

export const necReminders: readonly ReminderRule[] = [
  {
    id: "gfci-button",
    text: "Have the customer test the GFCI",
    rule: "As its maker says, monthly as a rule",
    everyMonths: 12,
    isFor: ({ charger }) => charger?.connection === "plug",
  },
];
