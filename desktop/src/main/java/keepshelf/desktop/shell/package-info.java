/** The window: header, spines, foot line, notices. */
package keepshelf.desktop.shell;
