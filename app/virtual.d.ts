declare module "virtual:react-router/server-build";
declare module "virtual:heron-theme.css";
