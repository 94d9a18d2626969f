/**
 * Readable files beside the shelf for all that a person said and did that belongs to no pack:
 * hosts, installations, habits of naming, corrections. The catalogue can be made anew from them.
 */
@NullMarked
package keepshelf.core.records;

import org.jspecify.annotations.NullMarked;
