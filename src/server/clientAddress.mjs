/**
 * Loaded before the web server: settles whose address a request has. What proxies say of it (`x-forwarded-for`) counts
 * only from those that the settings trust; nobody else can pretend to be somewhere else.
 */
import http from 'node:http';
import { BlockList, isIP } from 'node:net';

/** Addresses and networks (as 10.0.0.0/8) of proxies, from the settings. */
function trustedFrom(text) {
  const list = new BlockList();
  for (const entry of text.split(/[\s,]+/).filter(Boolean)) {
    const [address, bits] = entry.split('/');
    const family = isIP(address) === 6 ? 'ipv6' : 'ipv4';
    if (bits === undefined) list.addAddress(address, family);
    else list.addSubnet(address, Number(bits), family);
  }
  return list;
}

const trusted = trustedFrom(process.env.DATHEN_TRUSTED_PROXIES ?? '');
const plain = (address) => address.trim().replace(/^::ffff:/i, '');
const isTrusted = (address) =>
  isIP(address) !== 0 && trusted.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');

/** The last address of the way here that no trusted proxy has. */
function clientOf(peer, forwarded) {
  let client = peer;
  for (const hop of forwarded.split(',').map(plain).filter(Boolean).reverse()) {
    if (!isTrusted(client)) break;
    client = hop;
  }
  return client;
}

function settle(request) {
  const peer = plain(request.socket.remoteAddress ?? '');
  const { headers } = request;
  const client = clientOf(peer, String(headers['x-forwarded-for'] ?? ''));
  delete headers.forwarded;
  delete headers['x-real-ip'];
  delete headers['x-forwarded-host'];
  delete headers['x-forwarded-port'];
  if (!isTrusted(peer)) delete headers['x-forwarded-proto'];
  headers['x-forwarded-for'] = client;
}

const emit = http.Server.prototype.emit;
http.Server.prototype.emit = function (event, request, ...rest) {
  if (event === 'request') settle(request);
  return emit.call(this, event, request, ...rest);
};
