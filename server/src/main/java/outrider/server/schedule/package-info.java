/** Lists that are scored by themselves, each day at an hour or when they come, by the release that decides then. */
package outrider.server.schedule;
