/** Another person who has the job open, and the pointer of the field that person is in; empty outside fields. */
export interface OtherPerson {
  name: string;
  field: string;
}
