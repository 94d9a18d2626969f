/** The shelf's folder: where things lie, who may write, and that no path leads out of it. */
package keepshelf.core.folder;
