import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  // The server takes what it uses out of the packages of many parts, instead of reading all of them whenever it starts.
  ssr: { noExternal: ['kysely', 'lucide-react', 'radix-ui', /^@radix-ui\//] },
});
