/** Locks between the windows of a browser; without them (plain HTTP from the local network) each window does for itself, which is safe: what is sent twice counts once. */
export const locks: Pick<LockManager, 'query'> & { request<T>(name: string, run: () => Promise<T>): Promise<T> } = {
  request: async (name, run) => (navigator.locks ? await navigator.locks.request(name, run) : run()),
  query: async () => (await navigator.locks?.query()) ?? {},
};
