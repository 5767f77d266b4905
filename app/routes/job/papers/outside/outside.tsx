/** People outside the firm: pages by link for the customer, the owner and the association, and the mail of the job. */
import { Section } from "#ui/frame/sheet.tsx";
import type { JobPapersState } from "../use-job-papers.ts";
import { LinksPart } from "./links.tsx";
import { PostPart } from "./post.tsx";
import { useOutside } from "./use-outside.ts";

export function OutsideSection({ papers }: { papers: JobPapersState["papers"] }) {
  const outside = useOutside();
  return (
    <Section id="outside" title="Customer and post">
      <LinksPart outside={outside} />
      <PostPart outside={outside} issued={papers?.issued ?? []} />
    </Section>
  );
}
