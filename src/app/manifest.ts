import type { MetadataRoute } from 'next';

/** What a phone or a bench laptop needs to keep the shop as an application of its own. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Omnitrope',
    short_name: 'Omnitrope',
    description: 'A workbench for used-computer refurbishers',
    start_url: '/',
    display: 'standalone',
    background_color: '#fcf9f1',
    theme_color: '#1d211d',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
