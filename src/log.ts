import pino from 'pino';

export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { pid: process.pid },
  redact: ['password', 'token', '*.password', '*.token'],
});
