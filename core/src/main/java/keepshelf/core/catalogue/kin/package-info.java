/** What items and packs have to do with each other. */
@NullMarked
package keepshelf.core.catalogue.kin;

import org.jspecify.annotations.NullMarked;
