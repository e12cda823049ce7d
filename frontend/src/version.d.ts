/** The version of the application, from package.json. */
declare const __VERSION__: string;
