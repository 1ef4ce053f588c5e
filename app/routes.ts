import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/shelf.tsx'),
  route('tunes/:tuneId/chart', 'routes/chart.tsx'),
  route('tunes/:tuneId/bench', 'routes/bench.tsx'),
  route('tunes/:tuneId/takes', 'routes/takes.tsx'),
  route('tunes/:tuneId/sheet', 'routes/sheet.tsx'),
  route('tunes/:tuneId/history', 'routes/history.tsx'),
  route('import', 'routes/import.tsx'),
  route('players/:playerId?', 'routes/players.tsx'),
  route('grips', 'routes/grips.tsx'),
  route('moves', 'routes/moves.tsx'),
  route('practice', 'routes/practice.tsx'),
  route('practice/log/:format', 'routes/practice-log.ts'),
  route('practice/stand', 'routes/stand.tsx'),
  route('keeping', 'routes/keeping.tsx'),
  route('keeping/backups/:name', 'routes/backup.ts'),
  route('keeping/bring-in', 'routes/bring-in.ts'),
  route('keeping/raw/:kind/:id', 'routes/raw.ts'),
  route('shelf-rows', 'routes/shelf-rows.ts'),
  route('edits', 'routes/edits.ts'),
  route('*', 'routes/missing.tsx'),
] satisfies RouteConfig;
