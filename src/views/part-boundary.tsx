import { Component, Suspense, type ReactNode } from 'react';
import { Button } from '../kit/button';
import { EmptyStage } from './empty-stage';

interface PartBoundaryProps {
  readonly children: ReactNode;
}

/** Shows a part of the program once its code is there, or says that it cannot be shown. */
export class PartBoundary extends Component<PartBoundaryProps, { readonly failed: boolean }> {
  static getDerivedStateFromError = (): { failed: boolean } => ({ failed: true });

  override state = { failed: false };

  override render(): ReactNode {
    if (!this.state.failed) return <Suspense>{this.props.children}</Suspense>;
    return (
      <EmptyStage
        heading="This part of Kermis could not be shown"
        words="Your film is safe. Check that the Kermis server runs, then reload the page."
      >
        <Button variant="main" onClick={() => location.reload()}>
          Reload the page
        </Button>
      </EmptyStage>
    );
  }
}
