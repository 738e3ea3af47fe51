/** The demo project that ships with the program, made from chart text and what a chart cannot say. */
package app.promptsparrow.demo;

