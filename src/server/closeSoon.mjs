/**
 * Loaded before the web server: once it is asked to close, connections on which nothing is asked are closed. Node keeps
 * those that wait for a next request for some seconds, and those that browsers opened ahead for a minute; a stop would
 * wait for all of them.
 */
import http from 'node:http';
import { clearInterval, setInterval } from 'node:timers';

const LOOK_MS = 100;

/** How many requests are under way, by connection. */
const asked = new Map();

function follow(socket) {
  asked.set(socket, 0);
  socket.once('close', () => asked.delete(socket));
}

function count(socket, response) {
  asked.set(socket, (asked.get(socket) ?? 0) + 1);
  response.once('close', () => asked.has(socket) && asked.set(socket, asked.get(socket) - 1));
}

const emit = http.Server.prototype.emit;
http.Server.prototype.emit = function (event, ...rest) {
  if (event === 'connection') follow(rest[0]);
  if (event === 'request') count(rest[0].socket, rest[1]);
  return emit.call(this, event, ...rest);
};

const close = http.Server.prototype.close;
http.Server.prototype.close = function (...rest) {
  const looking = setInterval(() => {
    for (const [socket, requests] of asked) if (requests === 0) socket.destroy();
  }, LOOK_MS);
  this.once('close', () => clearInterval(looking));
  return close.apply(this, rest);
};
