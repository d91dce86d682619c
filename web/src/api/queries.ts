import { QueryClient } from '@tanstack/vue-query'

/** The one store of what the server said; entries and polls put into it what they bring. */
export const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 2000 } } })
