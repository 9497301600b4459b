/** Mail that is sent by the server that the settings name. */
import nodemailer, { type SendMailOptions } from 'nodemailer';
import { serverConfig } from './config';

export type Mail = Pick<SendMailOptions, 'attachments'> & {
  /** Addresses with commas between. */
  readonly to: string;
  readonly subject: string;
  readonly text: string;
};

export const canMail = (): boolean => serverConfig().mail !== undefined;

/** Throws what the mail server answers where it does not take it, and where none is set up. */
export async function sendMail(mail: Mail): Promise<void> {
  const settings = serverConfig().mail;
  if (!settings) throw new Error('No mail server is set up.');
  const transport = nodemailer.createTransport(settings.server);
  try {
    await transport.sendMail({ from: settings.from, ...mail });
  } finally {
    transport.close();
  }
}
