/** Search in addresses and customers; `/` goes to it. */
import { Input, type InputRef } from "antd";
import { useEffect, useRef } from "react";
import { Form, useSubmit } from "react-router";

export function SearchJobs({ search, stage, focus }: { search: string; stage: string | null; focus: boolean }) {
  const submit = useSubmit();
  const input = useRef<InputRef>(null);
  useEffect(() => {
    if (focus) input.current?.focus();
    const press = (event: KeyboardEvent) => {
      if (event.key !== "/" || (event.target instanceof HTMLElement && event.target.tagName === "INPUT")) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [focus]);
  return (
    <Form method="get" action="/" role="search" onChange={(e) => submit(e.currentTarget, { replace: true })}>
      <Input
        ref={input}
        name="search"
        defaultValue={search}
        placeholder="Find a job by address or customer"
        aria-label="Find a job"
        allowClear
        autoComplete="off"
      />
      {stage && <input type="hidden" name="stage" value={stage} />}
    </Form>
  );
}
