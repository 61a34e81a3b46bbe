export interface Cluster {
  readonly port: number
  readonly folder: string
  readonly url: string
  /** Stops the cluster, ending its connections. */
  stop(): unknown
  /** Starts it again on the same port; empty where it started, else why not. */
  start(): string
}
export function startCluster(dataFolder: string, options?: { temporary?: boolean; port?: number }): Promise<Cluster>
