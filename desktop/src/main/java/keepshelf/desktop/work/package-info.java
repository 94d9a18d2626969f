/**
 * Work in the background: jobs that can be watched and stopped, pictures on their way to the
 * screen.
 */
package keepshelf.desktop.work;
