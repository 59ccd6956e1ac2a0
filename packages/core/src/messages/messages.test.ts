import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { channelOf } from './channel';
import { DEFAULT_MESSAGES } from './defaults';
import { isStillTrue, messagesOf, type ToldOrder } from './due';
import { quietMinutes } from './quiet-hours';
import { filledTemplate, MESSAGE_FIELDS, unknownFields, type MessageFields } from './template';

const nothing = Object.fromEntries(MESSAGE_FIELDS.map((field) => [field, ''])) as MessageFields;

describe('templates', () => {
  it('are filled, and say nothing of what there is not', () => {
    const template = 'Hello { name },\nTo pay: {to pay}.\n{what} and {contains}\n{workshop}\n';
    expect(filledTemplate(template, { ...nothing, name: 'Ada', what: '12 berries' })).toBe(
      'Hello Ada,\n12 berries and',
    );
  });

  it('name fields that there are not', () => {
    expect(unknownFields('{name} {nobody} {Name} {}{nobody}')).toEqual(['nobody', 'Name', '']);
    for (const { subject, body } of Object.values(DEFAULT_MESSAGES))
      expect(unknownFields(subject + body)).toEqual([]);
  });

  it('never leave a brace of a field, whatever a field holds', () => {
    fc.assert(
      fc.property(fc.string(), (name) => {
        const clean = name.replace(/[{}\n]/g, '');
        expect(filledTemplate('a {name} b', { ...nothing, name: clean })).toBe(
          clean === '' ? '' : `a ${clean} b`,
        );
      }),
    );
  });
});

describe('how somebody is told', () => {
  const both = { phone: ' 555 0100 ', email: 'ada@example.org' };

  it('is what they read in time, as far as they can be reached', () => {
    expect(channelOf('ready', both)).toEqual({ channel: 'text', address: '555 0100' });
    expect(channelOf('confirmed', both)).toEqual({ channel: 'mail', address: 'ada@example.org' });
    expect(channelOf('ready', { ...both, phone: '' })?.channel).toBe('mail');
    expect(channelOf('thanks', { ...both, email: ' ' })?.channel).toBe('text');
    expect(channelOf('thanks', { phone: '', email: '' })).toBeNull();
  });
});

describe('quiet hours', () => {
  it.each([
    ['22:30', 570],
    ['21:00', 660],
    ['07:59', 1],
    ['08:00', 0],
    ['12:00', 0],
    ['20:59', 0],
  ])('at %s a message waits %i minutes', (time, minutes) => {
    expect(quietMinutes(time, { from: '21:00', until: '08:00' })).toBe(minutes);
  });

  it('may be none, or lie within a day', () => {
    expect(quietMinutes('12:00', { from: '00:00', until: '00:00' })).toBe(0);
    expect(quietMinutes('13:30', { from: '13:00', until: '14:00' })).toBe(30);
  });
});

describe('what a change is told by', () => {
  const order: ToldOrder = {
    ...{
      state: 'promised',
      pickup: '2026-06-19T15:00',
      pickupPoint: 'shop',
      keptUntil: null,
      contents: '12 berry',
      swaps: '',
    },
  };

  it.each<[string, Partial<ToldOrder> | null, Partial<ToldOrder>, string[]]>([
    ['a promise', null, {}, ['confirmed', 'reminder']],
    ['what was only asked', null, { state: 'asked' }, []],
    ['the waiting list, promised', { state: 'waiting' }, {}, ['confirmed', 'reminder']],
    ['a swap', {}, { contents: '6 berry, 6 twist', swaps: '6 twist' }, ['swapped']],
    ['another content', {}, { contents: '6 berry' }, ['changed']],
    ['another hour', {}, { pickup: '2026-06-19T16:00' }, ['moved', 'reminder']],
    ['other contents', {}, { contents: '24 berry' }, ['changed']],
    ['on the shelf', {}, { state: 'ready' }, ['ready']],
    ['kept for who is late', { state: 'ready' }, { state: 'ready', keptUntil: '2026-06-19T17:00' }, ['late']],
    ['handed over', { state: 'ready' }, { state: 'handed-over' }, ['thanks']],
    ['taken back', { state: 'handed-over' }, { state: 'ready' }, []],
    ['unpacked', { state: 'ready' }, {}, []],
    ['cancelled', {}, { state: 'cancelled' }, ['cancelled']],
    ['never promised and cancelled', { state: 'asked' }, { state: 'cancelled' }, []],
    ['promised again', { state: 'cancelled' }, {}, ['confirmed', 'reminder']],
    ['nothing', {}, {}, []],
  ])('%s', (_name, before, after, kinds) => {
    expect(messagesOf(before && { ...order, ...before }, { ...order, ...after })).toEqual(kinds);
  });

  it('is not sent once it is not true any more', () => {
    expect(isStillTrue('ready', 'promised')).toBe(false);
    expect(isStillTrue('reminder', 'cancelled')).toBe(false);
    expect(isStillTrue('thanks', 'handed-over')).toBe(true);
  });
});
