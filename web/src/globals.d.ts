/// <reference types="vite-plugin-pwa/client" />
/** Version of the program, set where the pages are built. */
declare const __VERSION__: string
