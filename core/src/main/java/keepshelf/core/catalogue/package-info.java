/**
 * What the shelf has: packs, items, maps, hosts and installations as values, and how to ask for
 * them.
 */
package keepshelf.core.catalogue;
