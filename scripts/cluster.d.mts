export interface ClusterNode {
  url(): string;
  port: number;
  kill(): Promise<void>;
  start(): Promise<void>;
}
export interface Cluster {
  nodes: ClusterNode[];
  urlFrom(first: number): string;
  stop(): Promise<void>;
}
export function startCluster(options: { folder: string; nodes?: number }): Promise<Cluster>;
