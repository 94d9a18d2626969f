/** Documents of any program, by a logic-less template of the user's own. */
@NullMarked
package keepshelf.core.format.template;

import org.jspecify.annotations.NullMarked;
