/** The words of the trade as values: roles, kinds, workflows, resolutions, identifiers. */
package keepshelf.core.model;
