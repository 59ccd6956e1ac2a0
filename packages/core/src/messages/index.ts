export { channelOf, type Channel, type Reachable } from './channel';
export { isStillTrue, isUrgent, MESSAGE_KINDS, messagesOf, type MessageKind, type ToldOrder } from './due';
export { DEFAULT_QUIET_HOURS, quietMinutes, type QuietHours } from './quiet-hours';
export {
  MESSAGE_FIELDS,
  filledTemplate,
  unknownFields,
  type MessageField,
  type MessageFields,
} from './template';
export { DEFAULT_MESSAGES, REMINDER_HOURS, type MessageText, type MessageTexts } from './defaults';
