/** Introduction to Heron before signing in: one home, its waterline, and the effect of a charger. */
import { Button } from "antd";
import { useState } from "react";
import { commonScaleA } from "#core/waterline.ts";
import { WaterlineDrawing } from "#ui/waterline/waterline.tsx";
import type { ExampleAnswer } from "./example.ts";
import styles from "./sign-in.module.css";

export function LivingWaterline({ examples }: { examples: readonly ExampleAnswer[] }) {
  const [at, setAt] = useState(0);
  const shown = examples[at];
  if (!shown) return null;
  return (
    <section className={styles.example} aria-label="What Heron shows">
      <WaterlineDrawing
        level={shown.level}
        width={230}
        height={250}
        scaleA={commonScaleA(examples.map((e) => e.level))}
      />
      <div>
        <h2>A home on 100 A, and a car</h2>
        <p>
          The bank is what the service gives, the water what the home takes of it, the tide what charging adds. Heron
          finds the least work that keeps all of it below the edge, and says why.
        </p>
        <p className={styles.tries}>
          {examples.map((e, i) => (
            <Button
              key={e.name}
              type={i === at ? "primary" : "default"}
              aria-pressed={i === at}
              onClick={() => setAt(i)}
            >
              {e.name}
            </Button>
          ))}
        </p>
        <p role="status">{shown.says}</p>
      </div>
    </section>
  );
}
