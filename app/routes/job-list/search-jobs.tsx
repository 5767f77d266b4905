/** Search in addresses and customers; `/` goes to it. */
import { Input, type InputRef } from "antd";
import { useEffect, useRef } from "react";
import { Form, useSubmit } from "react-router";
import { useKeys } from "#ui/keys/use-keys.ts";
import type { JobListQuery } from "./filters.tsx";

export function SearchJobs({ asked, focus }: { asked: JobListQuery; focus: boolean }) {
  const submit = useSubmit();
  const input = useRef<InputRef>(null);
  useEffect(() => {
    if (focus) input.current?.focus();
  }, [focus]);
  useKeys((event) => {
    if (event.key !== "/") return false;
    input.current?.focus();
    return true;
  });
  return (
    <Form method="get" action="/" role="search" onChange={(e) => submit(e.currentTarget, { replace: true })}>
      <Input
        ref={input}
        name="search"
        defaultValue={asked.search}
        placeholder="Find a job by address or customer"
        aria-label="Find a job"
        allowClear
        autoComplete="off"
      />
      {asked.stage && <input type="hidden" name="stage" value={asked.stage} />}
      {asked.waiting && <input type="hidden" name="waiting" value={asked.waiting} />}
    </Form>
  );
}
