/** Holds the place of a chart until its script and its figures are there, so that nothing moves. */
import { Skeleton } from "antd";

/** @param height of the chart, px */
export const ChartPlace = ({ height }: { height: number }) => (
  <Skeleton.Node style={{ width: "100%", height }}>
    <span />
  </Skeleton.Node>
);
