declare module 'psychrolib';
