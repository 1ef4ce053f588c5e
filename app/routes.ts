import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/shelf.tsx'),
  route('tunes/:tuneId/chart', 'routes/chart.tsx'),
  route('tunes/:tuneId/bench', 'routes/bench.tsx'),
  route('players/:playerId?', 'routes/players.tsx'),
  route('grips', 'routes/grips.tsx'),
  route('edits', 'routes/edits.ts'),
  route('*', 'routes/missing.tsx'),
] satisfies RouteConfig;
