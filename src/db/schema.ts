export * from './auth.schema';
export * from './shop.schema';
export * from './lots.schema';
export * from './components.schema';
export * from './bench.schema';
export * from './record.schema';
