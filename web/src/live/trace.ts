import { api, ask } from '../api/client'

interface OfUnit { jobId: string; unitId: string }

/** What an instrument shows at a place is kept from now on. */
export const beginTrace = (path: OfUnit, instrumentId: string, place: string): Promise<unknown> => ask(api.POST('/api/jobs/{jobId}/units/{unitId}/recordings', { params: { path }, body: { instrumentId, place } }))

export const endTrace = (path: OfUnit, recordingId: string): Promise<unknown> => ask(api.POST('/api/jobs/{jobId}/units/{unitId}/recordings/{recordingId}/ended', { params: { path: { ...path, recordingId } } }))
