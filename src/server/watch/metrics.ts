/** What machines that watch are told, by a library, in the OpenMetrics text format. */
import {
  collectDefaultMetrics,
  Counter,
  Gauge,
  Histogram,
  Registry,
  type OpenMetricsContentType,
} from 'prom-client';
import { pool } from '../database/connection';
import { once } from '../once';

const SECONDS = [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30];

function make() {
  const registry = new Registry<OpenMetricsContentType>();
  registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
  collectDefaultMetrics({ register: registry });
  const registers = [registry as never];
  return {
    registry,
    requests: new Counter({
      name: 'dathen_requests_total',
      help: 'Requests to the interface for programs',
      labelNames: ['route', 'status'],
      registers,
    }),
    seconds: new Histogram({
      name: 'dathen_request_seconds',
      help: 'How long requests took',
      labelNames: ['route'],
      buckets: SECONDS,
      registers,
    }),
    tasks: new Counter({
      name: 'dathen_tasks_total',
      help: 'What was worked out for readers and designers: turns, rows, checks and the like',
      labelNames: ['task'],
      registers,
    }),
    cubes: new Counter({
      name: 'dathen_cubes_total',
      help: 'Cubes that were asked for: found, or made',
      labelNames: ['how'],
      registers,
    }),
    jobs: new Counter({
      name: 'dathen_jobs_total',
      help: 'Loads and other long work, by how it ended',
      labelNames: ['kind', 'state'],
      registers,
    }),
    streams: new Gauge({
      name: 'dathen_event_streams',
      help: 'Pages that are told of changes now',
      registers,
    }),
    connections: new Gauge({
      name: 'dathen_database_connections',
      help: 'Connections to the own database, by what they are at',
      labelNames: ['state'],
      registers,
      collect() {
        const { all, free } = connectionsNow();
        this.set({ state: 'free' }, free);
        this.set({ state: 'busy' }, all - free);
      },
    }),
  };
}

/** How many connections the pool has, and how many of them do nothing. */
function connectionsNow(): { all: number; free: number } {
  const inner = (
    pool() as unknown as {
      pool: { _allConnections: { length: number }; _freeConnections: { length: number } };
    }
  ).pool;
  return { all: inner._allConnections.length, free: inner._freeConnections.length };
}

export const metrics = (): ReturnType<typeof make> => once('metrics', make);
