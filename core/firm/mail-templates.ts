/** Default texts of mails. A firm can replace them by blocks of text of its own. */
import type { LinkKind } from "./customer-link.ts";

/** Kinds of mail: the pages for customers, and papers that are sent to an office. */
export type MailKind = LinkKind | "paper";

interface MailTemplate {
  subject: string;
  text: string;
}

/** Blocks of text with these titles go before Heron's own words. */
export const TEMPLATE_TITLES: Readonly<Record<MailKind, string>> = {
  quote: "Mail: quote",
  owner: "Mail: consent of the owner",
  association: "Mail: approval of the association",
  pictures: "Mail: pictures",
  paper: "Mail: paper",
};

const TEMPLATES: Readonly<Record<MailKind, MailTemplate>> = {
  quote: {
    subject: "Your quote for charging at {address}",
    text: "Hello {name},\n\nhere is our quote for charging at {address}:\n{link}\n\nOn that page you can read every option, ask us something, and accept.",
  },
  owner: {
    subject: "Your consent to work at {address}",
    text: "Hello {name},\n\nwe are asked to fit a charger at {address}, and need your consent. The page says what would be done; please answer there:\n{link}",
  },
  association: {
    subject: "Approval of work at {address}",
    text: "Hello {name},\n\nwe ask for your approval of a charger at {address}. The page says what would be done; please answer there:\n{link}",
  },
  pictures: {
    subject: "Some pictures of {address}",
    text: "Hello {name},\n\nwith a few pictures we can tell you what is possible without a visit. This page says which ones, one by one:\n{link}",
  },
  paper: {
    subject: "{paper}: {address}",
    text: "Hello,\n\nplease find enclosed: {paper}, for {address}.",
  },
};

/** The template of a mail with its values put in. @param own the firm's own words, where it has some */
export function mailFrom(
  kind: MailKind,
  values: Readonly<Record<"name" | "address" | "link" | "paper", string>>,
  own?: string,
): MailTemplate {
  const { subject, text } = TEMPLATES[kind];
  const filled = (template: string) =>
    template.replace(/\{(name|address|link|paper)\}/g, (_, key: keyof typeof values) => values[key]);
  const words = own ?? text;
  // Without its link a mail would be of no use.
  const complete = own && values.link !== "" && !own.includes("{link}") ? `${words}\n\n{link}` : words;
  return { subject: filled(subject), text: filled(complete) };
}
