/** People outside the firm: pages by link for the customer, the owner and the association, and the mail of the job. */
import { Section } from "#ui/frame/sheet.tsx";
import type { JobPapersState } from "../use-job-papers.ts";
import { LinksPart } from "./links.tsx";
import { PostPart } from "./post.tsx";
import type { Outside } from "./use-outside.ts";

export function OutsideSection({ papers, outside }: { papers: JobPapersState["papers"]; outside: Outside }) {
  return (
    <Section id="outside" title="Customer and post">
      <LinksPart outside={outside} />
      <PostPart outside={outside} issued={papers?.issued ?? []} />
    </Section>
  );
}
