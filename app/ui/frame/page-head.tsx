/** The head of a page outside a job: the way back to the jobs, what the page is, the theme. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import { HeronMark } from "./mark.tsx";
import frame from "./page.module.css";

/** @param children content below the title */
export function PageHead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <header className={frame.head}>
      <Link to="/" aria-label="All jobs">
        <HeronMark size={34} />
      </Link>
      <div>
        <h1>{title}</h1>
        {children}
      </div>
      <ThemeSwitch />
    </header>
  );
}
