/** Hosts, and how an item is set up and installed in them. */
@NullMarked
package keepshelf.core.catalogue.setup;

import org.jspecify.annotations.NullMarked;
