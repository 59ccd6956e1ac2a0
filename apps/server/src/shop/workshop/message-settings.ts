import type { MessageSettings } from '@alnage/contract';
import type { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** What customers are told as the API shows it. */
export function messageSettings({ messages, messagesVersion: version }: WorkshopEntity): MessageSettings {
  return { ...messages, version };
}
