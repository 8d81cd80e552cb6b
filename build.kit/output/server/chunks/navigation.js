import "./client2.js";
export {};
