/** The invented archipelago: an island for each port of the company, and the ports on it. */
import { Random } from './random';

/** Longitude and latitude of the ports, in a sea where there is no land. */
const PORTS: Readonly<Record<string, readonly [number, number]>> = {
  Veldry: [-23.9, 51.95],
  'Osk Head': [-22.6, 52.35],
  Tamsel: [-23.1, 51.3],
  Brinnoch: [-21.6, 51.75],
  Quern: [-22.1, 50.85],
  Sollay: [-20.7, 51.1],
  Hallen: [-20.9, 52.2],
  'Ruddock Bay': [-19.9, 51.65],
};
const CORNERS = 64;
const SEED = 7301;

type Position = [number, number];

/** A coast around a place: a circle with bays and heads. */
function coast(place: readonly [number, number], size: number, random: Random): Position[] {
  const waves = [2, 3, 5, 9].map((times) => ({
    times,
    height: (0.22 * random.next()) / Math.sqrt(times),
    shift: random.next() * 6.3,
  }));
  const ring = Array.from({ length: CORNERS }, (_, i): Position => {
    const turn = (i / CORNERS) * 2 * Math.PI;
    const far =
      size *
      (1 + waves.reduce((sum, wave) => sum + wave.height * Math.sin(wave.times * turn + wave.shift), 0));
    // A degree of longitude is shorter than one of latitude here.
    return [
      place[0] + (far * Math.cos(turn)) / Math.cos((place[1] * Math.PI) / 180),
      place[1] + far * Math.sin(turn),
    ];
  });
  const rounded = ring.map(([x, y]): Position => [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4]);
  return [...rounded, rounded[0]!];
}

const collection = (features: object[]) => JSON.stringify({ type: 'FeatureCollection', features });

/** The islands and the ports as two GeoJSON files, by name. */
export function archipelago(): { readonly name: string; readonly file: string; readonly text: string }[] {
  const random = new Random(SEED);
  const islands = Object.entries(PORTS).map(([port, place]) => {
    const main = coast(place, 0.16 + 0.14 * random.next(), random);
    const islet = coast([place[0] + 0.4, place[1] - 0.22], 0.03 + 0.03 * random.next(), random);
    return {
      type: 'Feature',
      properties: { port, island: `${port} island` },
      geometry: { type: 'MultiPolygon', coordinates: [[main], [islet]] },
    };
  });
  const ports = Object.entries(PORTS).map(([port, [x, y]]) => ({
    type: 'Feature',
    properties: { port },
    geometry: { type: 'Point', coordinates: [x + 0.08, y - 0.05] },
  }));
  return [
    { name: 'Islands', file: 'islands.geojson', text: collection(islands) },
    { name: 'Ports', file: 'ports.geojson', text: collection(ports) },
  ];
}
