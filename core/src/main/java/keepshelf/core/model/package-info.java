/** The words of the trade as values: roles, kinds, workflows, resolutions, identifiers. */
@NullMarked
package keepshelf.core.model;

import org.jspecify.annotations.NullMarked;
