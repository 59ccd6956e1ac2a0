import type { Customer, PickupPoint, Workshop } from '@alnage/contract';
import {
  count,
  counted,
  duration,
  listed,
  mass,
  money,
  percent,
  priceOfMass,
  temperature,
} from '../shared/formats/formats';
import { dayText } from '../shared/formats/wall-time';
import { soldText, SUPPLY_KIND_WORDS } from '../shared/larder/larder-words';
import type { ChooserRow } from '../shared/chooser';
import { KIND_WORDS } from './coating-form';

/** What the lists of the settings are of. */
export interface Kept {
  readonly workshop: Workshop;
  readonly customers: readonly Customer[];
}

/** The records of each section that has a list. */
export const SECTION_ROWS: Readonly<Partial<Record<string, (kept: Kept) => readonly ChooserRow[]>>> = {
  coatings: ({ workshop }) =>
    workshop.coatings.map((coating) => ({
      id: coating.id,
      name: coating.name,
      more: `${KIND_WORDS[coating.kind]} · ${temperature(coating.windowLowCelsius)} to ${temperature(coating.windowHighCelsius)}`,
      figure:
        coating.minorPerGram === null ? 'no price' : priceOfMass(coating.minorPerGram, workshop.currency),
    })),
  bowls: ({ workshop }) =>
    workshop.bowls.map((bowl) => ({
      id: bowl.id,
      name: bowl.name,
      more: `tail ${mass(bowl.tailGrams)}${bowl.measuredTailGrams === null ? '' : ', measured'}`,
      figure: mass(bowl.capacityGrams),
    })),
  zones: ({ workshop }) =>
    workshop.zones.map(({ id, name, trays, celsius, humidity, there }) => ({
      id,
      name,
      more: [
        ...(typeof celsius === 'number' ? [temperature(celsius)] : []),
        ...(typeof humidity === 'number' ? [percent(humidity)] : []),
        ...(there ? ['there at times'] : []),
      ].join(' · '),
      figure: counted(trays, 'tray'),
    })),
  moulds: ({ workshop }) =>
    workshop.moulds.map(({ id, name, cavities, count: there }) => ({
      id,
      name,
      more: `${counted(there, 'mould')} of ${count(cavities)}`,
      figure: counted(there * cavities, 'piece'),
    })),
  customers: ({ customers }) =>
    customers.map(({ id, name, phone, allergies }) => ({
      id,
      name,
      more: allergies.length > 0 ? `never ${listed(allergies)}` : '',
      figure: phone,
    })),
  points: ({ workshop }) =>
    workshop.pickupPoints.map(({ id, name, journeyMinutes, sending, slotMinutes, slotBoxes }) => ({
      id,
      name,
      more: `${wayText({ journeyMinutes, sending })} · slots of ${slotMinutes} min`,
      figure: slotBoxes === null ? '' : counted(slotBoxes, 'box'),
    })),
  people: ({ workshop }) =>
    workshop.people.map(({ id, name, pace, skills }) => ({
      id,
      name,
      more: listed(skills),
      figure: `${pace}%`,
    })),
  seasons: ({ workshop }) =>
    workshop.seasons.map(({ id, name, startsOn, endsOn }) => ({
      id,
      name,
      more: `${dayText(startsOn)} to ${dayText(endsOn)} ${endsOn.slice(0, 4)}`,
      figure: id === workshop.season?.id ? 'in use' : '',
    })),
  supplies: ({ workshop }) =>
    workshop.supplies.map(({ id, name, kind, supplier, packs }) => ({
      id,
      name,
      more: [SUPPLY_KIND_WORDS[kind], ...(supplier ? [supplier] : [])].join(' · '),
      figure: packs[0] ? `${soldText(packs[0])}, ${money(packs[0].priceMinor, workshop.currency)}` : '',
    })),
  boxes: ({ workshop }) =>
    workshop.boxes.map((box) => ({
      id: box.id,
      name: box.name,
      more: listed(box.contents.map(({ piece, pieces }) => `${count(pieces)} ${piece.replaceAll('-', ' ')}`)),
      figure: box.priceMinor === null ? '' : money(box.priceMinor, workshop.currency),
    })),
};

/** How far a pickup point is. */
function wayText({ journeyMinutes, sending }: Pick<PickupPoint, 'journeyMinutes' | 'sending'>): string {
  if (sending) return `sent, ${duration(journeyMinutes)} on its way`;
  return journeyMinutes === 0 ? 'here' : `${duration(journeyMinutes)} away`;
}
