/** Pictures that could not be taken, each in words. */
import { Alert, Button } from "antd";

export default function PhotoProblems({ problems, onRead }: { problems: readonly string[]; onRead(): void }) {
  return (
    <Alert
      type="warning"
      role="alert"
      title={problems.map((problem) => <p key={problem}>{problem}</p>)}
      action={
        <Button size="small" onClick={onRead}>
          OK
        </Button>
      }
    />
  );
}
