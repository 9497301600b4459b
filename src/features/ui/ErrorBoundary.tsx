'use client';
/** Keeps a mistake in drawing one part from taking the page with it. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Component, type ReactNode } from 'react';

interface Props {
  /** The part, as its reader knows it. */
  readonly name: string;
  /** What the part is drawn from: when it changes, the part is drawn again. */
  readonly of: readonly unknown[];
  readonly children: ReactNode;
}

interface State {
  readonly error: Error | null;
  readonly of: readonly unknown[];
}

export class ErrorBoundary extends Component<Props, State> {
  override state: State = { error: null, of: this.props.of };

  static getDerivedStateFromError(error: unknown): Pick<State, 'error'> {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps({ of }: Props, state: State): State | null {
    const isSame = of.length === state.of.length && of.every((part, i) => part === state.of[i]);
    return isSame ? null : { error: null, of };
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <div role="alert" style={{ padding: 8 }}>
        <Typography color="error">
          {this.props.name} could not be drawn: {this.state.error.message}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          Nothing is lost, and everything else goes on.
        </Typography>
        <Button onClick={() => this.setState({ error: null })}>Draw it again</Button>
      </div>
    );
  }
}
