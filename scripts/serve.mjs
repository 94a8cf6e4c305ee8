// Starts the built app. It listens on 127.0.0.1 unless HOST says otherwise.
process.env.NODE_ENV = 'production';
await import('../dist-jobs/serve.mjs');
