/** What pictures look like, so that what looks alike is found: colours, grain and regularity. */
@NullMarked
package keepshelf.imaging.likeness;

import org.jspecify.annotations.NullMarked;
