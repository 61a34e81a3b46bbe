export interface Cluster {
  readonly port: number
  readonly folder: string
  readonly url: string
  /** It ran already, begun by another. */
  readonly isTaken: boolean
  /** Stops the cluster, ending its connections. */
  stop(): unknown
  /** Starts it again on the same port; empty where it started, else why not. */
  start(): string
}
export function startCluster(dataFolder: string, options?: { temporary?: boolean; port?: number }): Promise<Cluster>
