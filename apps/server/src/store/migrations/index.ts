import { Bones1781000000000 } from './1781000000000-bones';
import { Measure1782000000000 } from './1782000000000-measure';
import { Promise1783000000000 } from './1783000000000-promise';
import { Customers1785000000000 } from './1785000000000-customers';
import { Deposits1787000000000 } from './1787000000000-deposits';
import { Season1786000000000 } from './1786000000000-season';
import { PlanAtWork1788000000000 } from './1788000000000-plan-at-work';
import { Larder1789000000000 } from './1789000000000-larder';
import { Bench1790000000000 } from './1790000000000-bench';
import { Warming1791000000000 } from './1791000000000-warming';
import { BoxStock1792000000000 } from './1792000000000-box-stock';
import { Practices1793000000000 } from './1793000000000-practices';
import { Changes1794000000000 } from './1794000000000-changes';
import { AllergyWaivers1795000000000 } from './1795000000000-allergy-waivers';
import { Witnesses1796000000000 } from './1796000000000-witnesses';
import { MayContainStop1797000000000 } from './1797000000000-may-contain-stop';
import { Overrulings1798000000000 } from './1798000000000-overrulings';
import { ZoneWarmth1799000000000 } from './1799000000000-zone-warmth';
import { SaidWithOrders1800000000000 } from './1800000000000-said-with-orders';
import { Composition1801000000000 } from './1801000000000-composition';
import { CameOut1802000000000 } from './1802000000000-came-out';
import { BowlHeat1803000000000 } from './1803000000000-bowl-heat';
import { DipRange1804000000000 } from './1804000000000-dip-range';
import { MadeParts1805000000000 } from './1805000000000-made-parts';
import { Sending1806000000000 } from './1806000000000-sending';
import { ZoneClimate1807000000000 } from './1807000000000-zone-climate';
import { SharedPots1808000000000 } from './1808000000000-shared-pots';
import { ThinnedWith1809000000000 } from './1809000000000-thinned-with';
import { PartUses1810000000000 } from './1810000000000-part-uses';
import { ZoneSensors1811000000000 } from './1811000000000-zone-sensors';
import { PieceMoves1812000000000 } from './1812000000000-piece-moves';
import { Labels1813000000000 } from './1813000000000-labels';
import { PiecesLeft1814000000000 } from './1814000000000-pieces-left';
import { Recalls1815000000000 } from './1815000000000-recalls';
import { Ledger1784000000000 } from './1784000000000-ledger';
import { Messages1817000000000 } from './1817000000000-messages';
import { Printing1818000000000 } from './1818000000000-printing';
import { Swaps1819000000000 } from './1819000000000-swaps';
import { Counter1816000000000 } from './1816000000000-counter';

/** Migrations in the order in which they run. */
export const MIGRATIONS = [
  Bones1781000000000,
  Measure1782000000000,
  Promise1783000000000,
  Ledger1784000000000,
  Customers1785000000000,
  Season1786000000000,
  Deposits1787000000000,
  PlanAtWork1788000000000,
  Larder1789000000000,
  Bench1790000000000,
  Warming1791000000000,
  BoxStock1792000000000,
  Practices1793000000000,
  Changes1794000000000,
  AllergyWaivers1795000000000,
  Witnesses1796000000000,
  MayContainStop1797000000000,
  Overrulings1798000000000,
  ZoneWarmth1799000000000,
  SaidWithOrders1800000000000,
  Composition1801000000000,
  CameOut1802000000000,
  BowlHeat1803000000000,
  DipRange1804000000000,
  MadeParts1805000000000,
  Sending1806000000000,
  ZoneClimate1807000000000,
  SharedPots1808000000000,
  ThinnedWith1809000000000,
  PartUses1810000000000,
  ZoneSensors1811000000000,
  PieceMoves1812000000000,
  Labels1813000000000,
  PiecesLeft1814000000000,
  Recalls1815000000000,
  Counter1816000000000,
  Messages1817000000000,
  Printing1818000000000,
  Swaps1819000000000,
];
