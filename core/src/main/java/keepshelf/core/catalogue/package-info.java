/**
 * What the shelf has: packs, items, maps, hosts and installations as values, and how to ask for
 * them.
 */
@NullMarked
package keepshelf.core.catalogue;

import org.jspecify.annotations.NullMarked;
