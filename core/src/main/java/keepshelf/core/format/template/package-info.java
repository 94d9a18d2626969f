/** Documents of any program, by a logic-less template of the user's own. */
package keepshelf.core.format.template;
