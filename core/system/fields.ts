import type { QuantityKind } from '../quantity/units.ts';
import { readAt } from './edit.ts';
import { isSiphon } from './find.ts';
import type { SystemDocument } from './types.ts';

/** A number of the document that a person may change: what it is called, its range and its step. */
export interface Field {
  readonly label: string;
  readonly kind: QuantityKind;
  readonly min: number;
  readonly max: number;
  /** One press of an arrow key; ten with Shift. */
  readonly step: number;
  readonly hint?: string;
}

const f = (
  label: string,
  kind: QuantityKind,
  min: number,
  max: number,
  step: number,
  hint?: string,
): Field => ({ label, kind, min, max, step, ...(hint ? { hint } : {}) });

const L_H = 1e-3 / 3600;

/** Every field by its place in the document; `*` stands for an id. Files are checked against the same ranges. */
export const FIELDS: Readonly<Record<string, Field>> = {
  'vessels.*.floor': f('Floor above ground', 'length', -3, 6, 0.005, 'Below zero if it is dug in.'),
  'vessels.*.fill': f(
    'Water at rest',
    'volume',
    0,
    50,
    0.005,
    'With the pump off for a long time.',
  ),
  'vessels.*.emptyMass': f('Empty weight', 'mass', 0, 2000, 0.5),
  'vessels.*.shape.length': f('Length', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.width': f('Width', 'length', 0.005, 20, 0.01),
  'vessels.*.shape.height': f('Height to the rim', 'length', 0.05, 4, 0.005),
  'vessels.*.shape.diameter': f('Diameter', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.bottomLength': f('Length at the bottom', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.bottomWidth': f('Width at the bottom', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.topLength': f('Length at the top', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.topWidth': f('Width at the top', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.bottomDiameter': f('Diameter at the bottom', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.topDiameter': f('Diameter at the top', 'length', 0.05, 20, 0.01),
  'vessels.*.shape.factor': f(
    'Shape factor',
    'share',
    0.3,
    1,
    0.01,
    'Share of length × width that banks and round corners leave: about three quarters for an oval.',
  ),
  'vessels.*.count': f(
    'Number of equal vessels',
    'count',
    1,
    48,
    1,
    'They are joined and fill together.',
  ),
  'vessels.*.plants.dailyUse': f(
    'Water use of the plants per day',
    'length',
    0.0005,
    0.02,
    0.0005,
    'Fruit crops use about twice as much as leafy crops. Add half as much again in a hot, dry place.',
  ),
  'vessels.*.plants.rooting': f('Depth of the roots', 'length', 0.01, 1, 0.01),
  'vessels.*.plants.rootShare': f(
    'Root zone to crop area',
    'share',
    0.02,
    1,
    0.05,
    'All of it in a full bed, a small share in pots and blocks.',
  ),
  'vessels.*.legs': f('Legs', 'count', 0, 24, 1, 'None if it lies flat on its support.'),
  'vessels.*.media.top': f('Top of the media', 'length', 0, 4, 0.005, 'Above the bed’s floor.'),
  'vessels.*.media.voids': f('Voids, measured', 'share', 0.03, 0.95, 0.01),
  'vessels.*.media.clogging': f('Lost to roots and solids', 'share', 0, 0.6, 0.01),
  'vessels.*.media.layers.*.top': f('Top of the layer', 'length', 0.005, 4, 0.005),
  'vessels.*.media.layers.*.voids': f('Voids of the layer', 'share', 0.03, 0.95, 0.01),
  'vessels.*.pots.count': f('Pots', 'count', 1, 500, 1),
  'vessels.*.pots.diameter': f('Diameter of a pot', 'length', 0.02, 1, 0.005),
  'vessels.*.pots.height': f('Height of a pot', 'length', 0.02, 1, 0.005),
  'vessels.*.pots.voids': f('Voids in the pots', 'share', 0.03, 0.95, 0.01),
  'paths.*.bore': f('Bore', 'bore', 0.003, 0.2, 0.0005),
  'paths.*.run': f(
    'Horizontal run and detours',
    'run',
    0,
    200,
    0.05,
    'Length of pipe besides the vertical rise.',
  ),
  'paths.*.pump.intake': f('Intake above the floor', 'length', 0, 3, 0.005),
  'paths.*.pump.maxHead': f('Maximum head on the box', 'head', 0.1, 50, 0.05),
  'paths.*.pump.maxFlow': f('Maximum flow on the box', 'flow', 10 * L_H, 50000 * L_H, 50 * L_H),
  'paths.*.pump.wear': f('Lost to age and clogging', 'share', 0, 0.9, 0.05),
  'paths.*.pump.power': f('Power', 'power', 0, 5000, 1),
  'paths.*.valve': f('Valve open', 'share', 0, 1, 0.05),
  'paths.*.barb': f('Bore of the barb', 'bore', 0.002, 0.2, 0.0005),
  'paths.*.end': f('End above the bed’s floor', 'length', 0, 4, 0.005),
  'paths.*.peak.height': f(
    'Highest point of the pipe',
    'length',
    0,
    6,
    0.005,
    'Above the floor of the vessel that it feeds.',
  ),
  'paths.*.pinholes.count': f('Holes in the pipe', 'count', 1, 2000, 1),
  'paths.*.pinholes.diameter': f('Diameter of a hole', 'bore', 0.0005, 0.02, 0.0005),
  'paths.*.venturi.throat': f('Throat of the venturi', 'bore', 0.002, 0.2, 0.0005),
  'paths.*.filter.k': f(
    'Loss of the clean filter',
    'heads',
    0,
    1000,
    1,
    'In velocity heads of the pipe.',
  ),
  'paths.*.filter.clogging': f('Filter clogged', 'share', 0, 0.98, 0.05),
  'paths.*.float.on': f('Float starts the pump at', 'length', 0, 4, 0.005),
  'paths.*.float.off': f('Float stops the pump at', 'length', 0, 4, 0.005),
  'paths.*.branches.*.bore': f('Bore of the branch', 'bore', 0.003, 0.2, 0.0005),
  'paths.*.branches.*.along': f('From the previous tee', 'run', 0, 200, 0.05),
  'paths.*.branches.*.run': f('From its tee to its end', 'run', 0, 200, 0.05),
  'paths.*.branches.*.end': f('End above the floor', 'length', 0, 4, 0.005),
  'paths.*.branches.*.valve': f('Valve of the branch open', 'share', 0, 1, 0.01),
  'paths.*.branches.*.pinholes.count': f('Holes in the pipe', 'count', 1, 2000, 1),
  'paths.*.branches.*.pinholes.diameter': f('Diameter of a hole', 'bore', 0.0005, 0.02, 0.0005),
  'paths.*.height': f('Above the floor', 'length', -1, 4, 0.005, 'Lower edge of the opening.'),
  'paths.*.screen': f('Screen open', 'share', 0.02, 1, 0.05),
  'paths.*.level': f('Closes at a level of', 'length', 0.01, 4, 0.005),
  'paths.*.seat': f('Bore of the seat', 'bore', 0.001, 0.1, 0.0005),
  'paths.*.diameter': f('Diameter', 'bore', 0.001, 0.2, 0.001),
  'paths.*.slope': f('Slope of the channel', 'share', 0.002, 0.2, 0.005, '1 in 40 is 2.5 %.'),
  'paths.*.held': f('Water that stays in the felt', 'volume', 0, 1, 0.0005),
  'paths.*.drainDown': f('Keeps dripping for', 'time', 10, 86400, 30),
  'paths.*.crest': f('Standpipe height', 'length', 0.01, 4, 0.005, 'It sets the flood level.'),
  'paths.*.mouth': f(
    'Mouth',
    'bore',
    0.003,
    0.4,
    0.001,
    'Inside diameter at the top of the standpipe.',
  ),
  'paths.*.mouthOutside': f('Mouth, outside', 'bore', 0.003, 0.4, 0.001),
  'paths.*.bellBore': f('Bore of the bell', 'bore', 0.01, 0.6, 0.001),
  'paths.*.gap': f('Gap above the mouth', 'length', 0.001, 0.5, 0.005),
  'paths.*.notches.count': f('Notches', 'count', 1, 60, 1),
  'paths.*.notches.width': f('Width of a notch', 'length', 0.001, 0.1, 0.001),
  'paths.*.breakHeight': f(
    'Siphon stops at',
    'length',
    0.002,
    0.5,
    0.005,
    'Top edge of the notches.',
  ),
  'paths.*.guard.diameter': f('Guard’s diameter', 'length', 0.02, 1, 0.005),
  'paths.*.guard.slotArea': f('Guard’s slots', 'opening', 0, 1, 1e-4, 'Total open area.'),
  'paths.*.drop': f(
    'Drop below the floor',
    'length',
    -4,
    5,
    0.01,
    'From the floor to the open end of the pipe. Below zero if it ends above the floor.',
  ),
  'paths.*.elbows': f('Elbows', 'count', 0, 20, 1),
  'paths.*.efficiency': f(
    'Share of the full flow',
    'share',
    0.2,
    1,
    0.05,
    'Of the flow of a full pipe, less because of air.',
  ),
  'paths.*.weep.height': f('Weep hole above the floor', 'length', 0, 2, 0.005),
  'paths.*.weep.diameter': f('Weep hole', 'bore', 0.001, 0.05, 0.0005),
  'controls.*.on': f('On for', 'time', 1, 86400, 60),
  'controls.*.off': f('Off for', 'time', 1, 86400, 60),
  'site.waterTemperature': f('Water', 'temperature', 1, 40, 1),
  'site.airTemperature': f('Air', 'temperature', -10, 50, 1),
  'site.humidity': f('Humidity of the air', 'share', 0.05, 1, 0.05),
  'site.airSpeed': f('Air movement', 'velocity', 0, 10, 0.1),
  'site.floorLoad': f('Load that the floor can carry', 'load', 20, 20000, 10),
  'site.latitude': f('Latitude', 'angle', -66, 66, 1, 'North of the equator is positive.'),
  'site.lampTime': f('Lamps on for', 'time', 0, 86400, 1800),
  'site.altitude': f('Height above the sea', 'run', -400, 5000, 10, 'Thin air holds less oxygen.'),
  'site.outside.day.*': f('Warmest of the day', 'temperature', -40, 50, 1),
  'site.outside.night.*': f('Coldest of the night', 'temperature', -50, 40, 1),
  'site.room.*': f('Room', 'temperature', -10, 45, 1),
  'site.sun.facing': f('Faces', 'angle', 0, 359, 15, 'Clockwise from north.'),
  'site.sun.hours': f('Direct sun', 'time', 0, 57600, 1800, 'Most hours in a day.'),
  'site.sun.shade': f('Share that shade blocks', 'share', 0, 0.98, 0.05, 'Cloth, trees, walls.'),
  'site.sun.glazing': f(
    'Share that glass lets through',
    'share',
    0.2,
    1,
    0.05,
    'All of it in the open.',
  ),
  'site.power.height': f('Lowest plug', 'length', 0, 4, 0.01, 'Above the ground.'),
  'site.power.circuit': f('Power that the circuit can carry', 'power', 50, 8000, 100),
  'site.power.longestCut': f('Longest power cut', 'time', 0, 604800, 900, 'That you expect.'),
  'site.tap.chlorineLevel': f('Total chlorine', 'concentration', 0, 8, 0.1),
  'site.tap.alkalinity': f('Alkalinity', 'hardness', 0, 800, 5, 'As CaCO₃.'),
  'site.tap.hardness': f('Hardness', 'hardness', 0, 1200, 5, 'As CaCO₃.'),
  'site.tap.ph': f('pH', 'ph', 4, 10, 0.1),
  'site.tap.conductivity': f('EC', 'conductivity', 0, 0.5, 0.005),
  'site.tap.temperature': f('Temperature', 'temperature', 1, 40, 1),
  'site.space.length': f('Length of the room', 'run', 0.2, 50, 0.1),
  'site.space.width': f('Width of the room', 'run', 0.2, 50, 0.1),
  'site.space.height': f('Height of the room', 'run', 0.3, 10, 0.05),
  'site.space.distance': f('Tank to the farthest bed', 'run', 0, 100, 0.1),
  'site.frost.last': f('Last frost', 'day', 1, 366, 1),
  'site.frost.first': f('First frost', 'day', 1, 366, 1),
  'fish.*.ration': f('Feed per day', 'share', 0, 0.15, 0.001, 'Share of the mass of the fish.'),
  'fish.*.protein': f('Protein of the feed', 'share', 0.1, 0.7, 0.01),
  'crops.*.x': f('From the left end', 'length', 0, 20, 0.01),
  'crops.*.y': f('From the front', 'length', 0, 20, 0.01),
  'crops.*.columns': f('Plants along', 'count', 1, 200, 1),
  'crops.*.rows': f('Rows', 'count', 1, 200, 1),
  'crops.*.from': f('Planted out', 'day', 1, 366, 7),
  'crops.*.to': f('Cleared', 'day', 1, 366, 7),
  'devices.*.flow': f('Air', 'flow', 5 * L_H, 20000 * L_H, 30 * L_H),
  'devices.*.depth': f('Depth of the air stone', 'length', 0.02, 4, 0.05),
  'devices.*.power': f('Power', 'power', 1, 8000, 5),
  'devices.*.setpoint': f('Water temperature wanted', 'temperature', 5, 36, 0.5),
  'devices.*.efficacy': f('Light per power', 'efficacy', 0.3e-6, 4e-6, 0.1e-6),
  'water.ph': f('pH', 'ph', 4, 10, 0.1),
  'water.alkalinity': f('Alkalinity', 'hardness', 0, 800, 5, 'As CaCO₃.'),
  'water.tan': f('Ammonia (TAN)', 'concentration', 0, 100, 0.25, 'As N.'),
  'water.nitrite': f('Nitrite', 'concentration', 0, 100, 0.1, 'As N.'),
  'water.nitrate': f('Nitrate', 'concentration', 0, 500, 5, 'As N.'),
  'water.chloride': f('Chloride', 'concentration', 0, 5000, 10),
  'water.conductivity': f('EC', 'conductivity', 0, 2, 0.01),
  'solution.strength': f('Strength', 'share', 0.1, 1.5, 0.05, 'Half for seedlings.'),
  'plan.dose.target': f(
    'Ammonia, dosed up to',
    'concentration',
    0.5,
    8,
    0.5,
    'As N, without fish.',
  ),
  'plan.dose.again': f('Dose again below', 'concentration', 0.1, 4, 0.1, 'As N.'),
  'plan.seed': f(
    'Bacteria added',
    'times',
    1,
    100000,
    10,
    'One means a start without added bacteria.',
  ),
  'plan.begins': f('Starts', 'day', 1, 366, 1),
  'plan.days': f('Looks ahead', 'days', 7, 730, 7),
  'plan.events.*.day': f('Day', 'days', 0, 730, 1),
  'plan.events.*.share': f('Share', 'share', 0, 1, 0.05),
  'plan.events.*.amount': f('Amount', 'concentration', 0, 200, 0.5),
  'plan.events.*.count': f('Fish', 'count', 0, 100000, 1),
  'plan.events.*.kills': f('Bacteria lost', 'share', 0, 1, 0.1),
  'plan.events.*.days': f('Days', 'days', 0, 366, 1),
  'plan.events.*.mass': f('Shell', 'mass', 0, 100, 0.5),
  'plan.readings.*.day': f('Day', 'days', 0, 730, 1),
  'plan.wishes.*.perWeek': f('Heads a week', 'count', 0, 1000, 1),
  'plan.wishes.*.from': f('From', 'day', 1, 366, 7),
  'plan.wishes.*.to': f('To', 'day', 1, 366, 7),
  'plan.wishes.*.mass': f('Mass', 'mass', 0, 1000, 0.5),
  'plan.wishes.*.count': f('Fish', 'count', 0, 100000, 1),
  'plan.wishes.*.by': f('By', 'day', 1, 366, 7),
  'plan.away.*.day': f('From day', 'days', 0, 730, 1),
  'plan.away.*.days': f('Days away', 'days', 1, 120, 1),
  'plan.time': f('Time a day', 'time', 60, 8 * 3600, 300),
  'own.fish.*.survives.0': f('Survives from', 'temperature', 0, 40, 1),
  'own.fish.*.survives.1': f('Survives up to', 'temperature', 0, 45, 1),
  'own.fish.*.best.0': f('Best from', 'temperature', 0, 40, 1),
  'own.fish.*.best.1': f('Best up to', 'temperature', 0, 45, 1),
  'own.fish.*.stopsFeeding': f('No feed below', 'temperature', 0, 35, 1),
  'own.fish.*.ph.0': f('pH from', 'ph', 4, 9, 0.1),
  'own.fish.*.ph.1': f('pH up to', 'ph', 5, 10, 0.1),
  'own.fish.*.oxygen.comfort': f('Comfortable from', 'concentration', 1, 12, 0.5, 'Oxygen.'),
  'own.fish.*.oxygen.stress': f('Under stress at', 'concentration', 0.5, 8, 0.5, 'Oxygen.'),
  'own.fish.*.oxygen.lethal': f('Dies at', 'concentration', 0.1, 5, 0.5, 'Oxygen.'),
  'own.fish.*.protein.0': f('Protein from', 'share', 0.1, 0.7, 0.01),
  'own.fish.*.protein.1': f('Protein up to', 'share', 0.1, 0.7, 0.01),
  'own.fish.*.feedConversion': f('Feed per gain', 'ratio', 0.7, 4, 0.1),
  'own.fish.*.stockMass': f('Mass when you buy it', 'mass', 0.00001, 5, 0.005),
  'own.fish.*.growth.to': f('Mass full grown', 'mass', 0.00005, 20, 0.05),
  'own.fish.*.growth.months.0': f('Months, at least', 'count', 1, 120, 1),
  'own.fish.*.growth.months.1': f('Months, at most', 'count', 1, 120, 1),
  'own.fish.*.shoal': f('Smallest group', 'count', 1, 50, 1),
  'own.fish.*.smallestTank': f('Smallest tank', 'volume', 0.005, 20, 0.05),
  'own.crops.*.spacing': f('Spacing', 'length', 0.02, 2, 0.01),
  'own.crops.*.roots': f('Roots', 'length', 0.02, 1, 0.01),
  'own.crops.*.height': f('Height', 'length', 0.05, 4, 0.05),
  'own.crops.*.daysToHarvest': f('Days to harvest', 'days', 0, 730, 1),
  'own.crops.*.daysOfHarvest': f('Harvest goes on for', 'days', 0, 730, 1),
  'own.crops.*.nurseryDays': f('Started before', 'days', 0, 200, 1),
  'own.crops.*.germination.0': f('Seed germinates from', 'temperature', 0, 40, 1),
  'own.crops.*.germination.1': f('Seed germinates up to', 'temperature', 0, 45, 1),
  'own.crops.*.growth.0': f('Grows from', 'temperature', -5, 40, 1),
  'own.crops.*.growth.1': f('Grows up to', 'temperature', 0, 45, 1),
  'own.crops.*.ph.0': f('pH from', 'ph', 4, 9, 0.1),
  'own.crops.*.ph.1': f('pH up to', 'ph', 4, 9, 0.1),
  'own.crops.*.conductivity.0': f('EC from', 'conductivity', 0, 1, 0.01),
  'own.crops.*.conductivity.1': f('EC up to', 'conductivity', 0, 1, 0.01),
  'own.crops.*.light.0': f('Light, minimum', 'light', 0, 60, 1),
  'own.crops.*.light.1': f('Light, good', 'light', 0, 70, 1),
  'own.crops.*.waterUse': f('Water use per day', 'length', 0.0005, 0.02, 0.0005),
  'own.programmes.*.parts.*.perLitre.seedling': f('Seedlings, per litre', 'perLitre', 0, 50, 0.1),
  'own.programmes.*.parts.*.perLitre.leaf': f('Leaf, per litre', 'perLitre', 0, 50, 0.1),
  'own.programmes.*.parts.*.perLitre.fruit': f('Fruit, per litre', 'perLitre', 0, 50, 0.1),
  'own.programmes.*.conductivity.seedling': f('EC, seedlings', 'conductivity', 0, 1, 0.01),
  'own.programmes.*.conductivity.leaf': f('EC, leaf', 'conductivity', 0, 1, 0.01),
  'own.programmes.*.conductivity.fruit': f('EC, fruit', 'conductivity', 0, 1, 0.01),
  'build.kerf': f('Saw cut', 'bore', 0, 0.01, 0.0005, 'Width of the saw blade.'),
  'build.stopGap': f(
    'Gap in a socket',
    'bore',
    0,
    0.005,
    0.0005,
    'A pipe never reaches the stop completely.',
  ),
  'build.bag': f('Bag of media', 'volume', 0.005, 2, 0.005),
  'build.routes.*.along': f('Distance along the wall', 'length', 0.02, 20, 0.01),
  'build.routes.*.inset': f('Distance from the wall', 'length', 0.02, 20, 0.01),
  'build.stock.*.length': f('Sold in lengths of', 'run', 0.3, 12, 0.5),
  'build.offcuts.*.length': f('Left over', 'length', 0.02, 12, 0.01),
  'build.fittings.*.socket': f('Socket, measured', 'bore', 0.003, 0.2, 0.0005),
  'build.fittings.*.face': f('Centre to face, measured', 'bore', 0, 0.4, 0.0005),
  'build.holes.*.diameter': f('Hole size on the packet', 'bore', 0.004, 0.3, 0.0005),
  'build.parts.*.price': f('Price of one', 'money', 0, 1e6, 1),
  'build.cut.*.length': f('Cut to', 'length', 0.003, 12, 0.001),
  'build.running.energy': f('Price per kWh', 'money', 0, 100, 0.01),
  'build.running.feed': f('Price per kg of feed', 'money', 0, 1e4, 0.5),
  'build.running.water': f('Price per cubic metre of water', 'money', 0, 1e4, 0.5),
  'build.running.solution': f('Solution per month', 'money', 0, 1e5, 1),
  'build.running.fish': f('Fish per month', 'money', 0, 1e5, 1),
  'build.running.harvest': f('Shop price of a month’s harvest', 'money', 0, 1e5, 1),
  'care.tasks.*.every': f('Every so many days', 'count', 1, 400, 1),
  'care.own.*.every': f('Every', 'count', 1, 100, 1),
  'care.own.*.minutes': f('Minutes', 'count', 0, 600, 5),
  plantsPerFish: f('Plants for one small fish', 'count', 1, 20, 1),
  'fish.*.count': f('Fish', 'count', 0, 100000, 1),
  'fish.*.meanMass': f('Weight of one fish', 'mass', 0.00005, 20, 0.005),
  'measurements.*.flow': f(
    'Measured flow',
    'flow',
    L_H,
    50000 * L_H,
    10 * L_H,
    'Bucket ÷ seconds.',
  ),
  'measurements.*.time': f('Measured time', 'time', 2, 86400, 5, 'By stopwatch.'),
  'measurements.*.bore': f('Measured bore', 'bore', 0.002, 0.2, 0.0001),
};

const COLLECTIONS = new Set([
  'vessels',
  'paths',
  'controls',
  'fish',
  'crops',
  'devices',
  'measurements',
]);
/** Collections inside an entry: the id in them is a `*` too. */
const INNER = new Set([
  'layers',
  'branches',
  'day',
  'night',
  'room',
  'events',
  'readings',
  'wishes',
  'away',
  'fish',
  'crops',
  'programmes',
  'parts',
  'routes',
  'stock',
  'offcuts',
  'fittings',
  'holes',
  'cut',
  'tasks',
  'own',
]);

/** The field at a place such as `paths.siphon.crest`, or nothing where no number stands. */
export function fieldAt(at: string): Field | undefined {
  const parts = at.split('.');
  if (COLLECTIONS.has(parts[0]!)) parts[1] = '*';
  for (let i = 1; i + 1 < parts.length; i++) if (INNER.has(parts[i]!)) parts[i + 1] = '*';
  return FIELDS[parts.join('.')];
}

/** Least distance between a float switch's two levels, m. */
export const FLOAT_APART = 0.02;

const num = (system: SystemDocument, at: string): number => readAt(system, at) as number;

/**
 * The field's range in this system: what stands in a bed stays inside it, an intake stays in its
 * vessel, a bell's break stays under its crest.
 */
export function rangeOf(system: SystemDocument, at: string): { min: number; max: number } {
  const field = fieldAt(at)!;
  let { min, max } = field;
  const [group, id, ...rest] = at.split('.');
  const inner = rest.join('.');
  if (group === 'vessels') {
    const v = system.vessels.find((x) => x.id === id);
    if (v && inner === 'media.top') {
      max = Math.min(max, v.shape.height);
      min = Math.max(min, ...(v.media?.layers ?? []).map((l) => l.top + 0.005));
    }
    if (v?.media && /^media\.layers\..*\.top$/.test(inner)) {
      // A layer lies over the one below it and under the one above.
      const { layers, top } = v.media;
      const i = layers.findIndex((l) => l.id === rest[2]);
      min = Math.max(min, (layers[i - 1]?.top ?? 0) + 0.005);
      max = Math.min(max, (layers[i + 1]?.top ?? top) - 0.005);
    }
    if (v && inner === 'pots.height') max = Math.min(max, v.shape.height);
    if (v?.shape.kind === 'measured' && inner === 'shape.height') {
      min = Math.max(min, v.shape.points[0]?.[0] ?? 0);
    }
  }
  if (group === 'paths') {
    const p = system.paths.find((x) => x.id === id);
    const from = system.vessels.find((x) => x.id === p?.from);
    const to = system.vessels.find((x) => x.id === p?.to);
    if (inner === 'crest' && from) {
      max = Math.min(max, from.shape.height);
      if (p && isSiphon(p)) min = Math.max(min, p.breakHeight + 0.02);
    }
    if (inner === 'breakHeight' && p && isSiphon(p)) max = Math.min(max, p.crest - 0.02);
    if (inner === 'height' && from) {
      max = Math.min(max, from.shape.height);
      if (p?.kind === 'hole') min = 0;
    }
    if (inner === 'level' && to) max = Math.min(max, to.shape.height);
    if (p?.kind === 'pumped-line' && inner.startsWith('branches.') && inner.endsWith('.end')) {
      const branch = p.branches.find((b) => b.id === rest[1]);
      const fed = system.vessels.find((x) => x.id === branch?.to);
      if (fed) max = Math.min(max, fed.shape.height + 1);
    }
    if (p?.kind === 'pumped-line' && p.float && inner.startsWith('float.')) {
      // Where the two levels meet the pump would chatter: they keep 20 mm apart, each on its side.
      const { on, off } = p.float;
      const other = inner === 'float.on' ? off : on;
      const below = (inner === 'float.on') === on < off;
      if (below) max = Math.min(max, other - FLOAT_APART);
      else min = Math.max(min, other + FLOAT_APART);
      const floats = system.vessels.find((x) => x.id === p.float!.vessel);
      if (floats) max = Math.min(max, floats.shape.height);
    }
    if (inner === 'pump.intake' && from) max = Math.min(max, from.shape.height);
    if (inner === 'end' && to) max = Math.min(max, to.shape.height + 1);
    if (inner === 'peak.height' && p?.kind === 'pumped-line') min = Math.max(min, p.end);
    if (inner === 'mouth' || inner === 'mouthOutside') {
      min = inner === 'mouth' ? num(system, `paths.${id}.bore`) : num(system, `paths.${id}.mouth`);
    }
  }
  return { min, max: Math.max(min, max) };
}
