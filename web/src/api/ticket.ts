/** A name under which a question that takes long can be stopped. */
import { send } from './transport'

export const newTicket = (): string => `q-${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}`

export const ticketHeader = (ticket: string): { 'Northspan-Ticket': string } => ({ 'Northspan-Ticket': ticket })

/** End what was asked with a ticket; what is answered already stays answered. */
export async function stop(ticket: string): Promise<void> {
  if (ticket) await send('post', '/api/stop', { body: { ticket } })
}
